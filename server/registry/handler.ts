import { defineEventHandler } from 'h3'
import { answerFailure } from '../auth/answer-failure'
import { decodedPart } from '../auth/text'
import { answer } from './routes'

/** The door of the registry: `/registry/` and everything under it. Clients show the `error` of a refusal. */
export default defineEventHandler(async (event) => {
  try {
    const path = decodedPart(event.path.split('?')[0]!.replace(/^\/registry/, ''), 'The address') || '/'
    return await answer(event, path)
  } catch (error) {
    const body = answerFailure(event, error) as { title: string; detail: string }
    return { ...body, error: `${body.title} ${body.detail}` }
  }
})
