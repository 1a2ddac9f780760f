import { z } from 'zod'

/**
 * An error a person can act on, as a value: a stable code, a sentence saying what is wrong, where,
 * and a sentence saying what to do.
 */
export const problemSchema = z.object({
  code: z.string(),
  what: z.string(),
  where: z.object({ file: z.string(), line: z.number().int().positive().optional() }).optional(),
  todo: z.string(),
})
export type Problem = z.infer<typeof problemSchema>

export type Outcome<T> = { ok: true; value: T } | { ok: false; problems: Problem[] }
export const done = <T>(value: T): Outcome<T> => ({ ok: true, value })
export const refused = <T = never>(...problems: Problem[]): Outcome<T> => ({ ok: false, problems })

/** Problems that nobody has to mend: what was left aside on purpose is told, and asks for nothing. */
export const isCalm = (problem: Problem): boolean =>
  /^left-aside|^(?:not-source|link|sheet-beside)$/.test(problem.code)

/** Those of `more` that stand at no place of which something is told already. */
export const notToldYet = (told: readonly Problem[], more: readonly Problem[]): Problem[] =>
  more.filter(
    (entry) =>
      !told.some(
        (other) => other.where?.file === entry.where?.file && other.where?.line === entry.where?.line,
      ),
  )
