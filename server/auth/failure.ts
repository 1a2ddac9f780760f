import type { Problem } from '~~/core/problem'

/** An answer that is not what was asked for: an HTTP status and the problems behind it (RFC 9457). */
export class Failure extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
    readonly extra: Record<string, unknown> = {},
  ) {
    super(problems[0]?.what ?? 'Refused')
  }
}

export const fail = (
  status: number,
  code: string,
  what: string,
  todo: string,
  extra?: Record<string, unknown>,
): never => {
  throw new Failure(status, [{ code, what, todo }], extra)
}

/** The body of a problem response, RFC 9457 section 3, with our problems as an extension member. */
export const problemBody = (status: number, problems: Problem[], extra: Record<string, unknown> = {}) => ({
  type: `about:blank#${problems[0]?.code ?? 'error'}`,
  title: problems[0]?.what ?? 'Something went wrong.',
  status,
  detail: problems[0]?.todo ?? '',
  problems,
  ...extra,
})
