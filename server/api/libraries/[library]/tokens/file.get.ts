import { setResponseHeader } from 'h3'
import { z } from 'zod'
import { fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { themesOf } from '~~/server/store/themes'

/** A theme's token file, to keep or to hand to another program. */
export default route({
  access: 'reader',
  answer: z.string(),
  query: z.object({ theme: z.string() }),
  async handle({ event, db, library, query }) {
    const theme = (await themesOf(db, library.id)).find((theme) => theme.name === query.theme)
    if (!theme)
      return fail(
        404,
        'no-theme',
        `There is no theme ${query.theme}.`,
        'Choose one of the themes of this library.',
      )
    setResponseHeader(event, 'content-disposition', `attachment; filename="${theme.name}.json"`)
    setResponseHeader(event, 'content-type', 'application/json')
    return `${JSON.stringify(theme.document, null, 2)}\n`
  },
})
