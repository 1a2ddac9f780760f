import { placeSchema } from '~~/core/contract/member'

/** The line of source that a line of a built module comes from. */
export const traceBack = (library: string, at: { module: string; line: number; column: number }) =>
  ask(
    placeSchema,
    `/libraries/${library}/trace?${new URLSearchParams({
      module: at.module,
      line: String(at.line),
      column: String(at.column),
    })}`,
  )
