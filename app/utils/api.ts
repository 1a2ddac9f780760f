import type { z } from 'zod'
import type { Problem } from '~~/core/problem'
import { problemDetailsSchema } from '~~/core/wire'

/** An answer that is not what was asked for, with the problems as values and what else the answer held. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
    readonly more: Record<string, unknown> = {},
  ) {
    super(problems[0]?.what ?? 'Something went wrong.')
  }
}

const offline: Problem = {
  code: 'no-answer',
  what: 'The server does not answer.',
  todo: 'Nothing was lost here; try again in a moment.',
}

/** Whether what went wrong passes by itself: the server or its database is away, and comes back. */
export const passes = ({ code }: Problem): boolean => code === offline.code || code === 'store-away'

interface AskOptions {
  method?: string
  query?: Record<string, string | undefined>
  body?: unknown
  form?: FormData
  signal?: AbortSignal
}

/** What is asked for after an address; what is `undefined` is left out of it. */
export function queryOf(query: AskOptions['query'] = {}): string {
  const given = Object.entries(query).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))
  return given.length ? `?${new URLSearchParams(given).toString()}` : ''
}

/** Asks our API; an answer that says what is wrong, or none at all, is an {@link ApiProblem}. */
async function answerTo(path: string, options: AskOptions): Promise<Response> {
  let response: Response
  try {
    response = await fetch(`/api${path}${queryOf(options.query)}`, {
      method: options.method ?? 'GET',
      ...(options.form
        ? { body: options.form }
        : options.body === undefined
          ? {}
          : { body: JSON.stringify(options.body), headers: { 'content-type': 'application/json' } }),
      ...(options.signal ? { signal: options.signal } : {}),
    })
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new ApiProblem(0, [offline])
  }
  if (response.ok) return response
  const read = problemDetailsSchema.safeParse(await response.json().catch(() => undefined))
  const {
    problems = [],
    title,
    detail,
    ...more
  } = read.success ? read.data : { title: offline.what, detail: offline.todo }
  throw new ApiProblem(
    response.status,
    problems.length ? problems : [{ code: String(response.status), what: title, todo: detail }],
    more,
  )
}

/**
 * A file that our API answers, with the name that it goes by. Everything that goes wrong is an
 * {@link ApiProblem}.
 */
export async function askFile(path: string, options: AskOptions = {}): Promise<{ file: Blob; name: string }> {
  const response = await answerTo(path, options)
  const name = /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1]
  return { file: await response.blob(), name: name ?? 'file' }
}

/** Asks our API and reads the answer by its schema. Everything that goes wrong is an {@link ApiProblem}. */
export async function ask<T>(schema: z.ZodType<T>, path: string, options: AskOptions = {}): Promise<T> {
  const response = await answerTo(path, options)
  const json: unknown = response.status === 204 ? null : await response.json().catch(() => undefined)
  const read = schema.safeParse(json)
  if (!read.success)
    throw new ApiProblem(response.status, [
      {
        code: 'other-answer',
        what:
          'The server’s answer is not what this page knows: ' +
          `${read.error.issues[0]?.path.join('.') || 'all of it'}.`,
        todo: 'Load the page again, it may be older than the server; tell us if it stays.',
      },
    ])
  return read.data
}

/** What a page calls the fields of what it sends, by their names; an entry of a list as the list. */
export type FieldTitles = Readonly<Record<string, string>>

/** What went wrong, with the fields of what was sent called as the page calls them, where it says how. */
export const problemsOf = (error: unknown, fields: FieldTitles = {}): Problem[] =>
  error instanceof ApiProblem
    ? error.problems.map((problem) => ({
        ...problem,
        what: problem.what.replace(
          /^body\.([\w.]+)/,
          (path, name: string) => fields[name.replace(/\.\d+$/, '')] ?? path,
        ),
      }))
    : [
        {
          code: 'unexpected',
          what: error instanceof Error ? error.message : String(error),
          todo: 'Load the page again; tell us if it stays.',
        },
      ]
