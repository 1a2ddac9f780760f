import { z } from 'zod'

/**
 * What of every component a run may be kept to. States are looked for wherever what is told in them, or how
 * they look, is asked for.
 */
export const onlySchema = z.enum(['members', 'states', 'told', 'looks', 'isolation'])
export type Only = z.infer<typeof onlySchema>

export const onlyTitles: Record<Only, string> = {
  members: 'its members alone',
  states: 'its states alone',
  told: 'what assistive technology is told alone',
  looks: 'its colours and variants alone',
  isolation: 'what it and a page do to one another alone',
}
