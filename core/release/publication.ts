import { z } from 'zod'

/** What is done to publish a version, in this order; who only tries it out leaves the last away. */
export const publicationSteps = [
  { name: 'judge', title: 'Its number and the gates' },
  { name: 'pack', title: 'Packed' },
  { name: 'installs', title: 'Installed into an empty project' },
  { name: 'licences', title: 'Licences of what it brings along' },
  { name: 'types', title: 'Compiled with its types' },
  { name: 'loads', title: 'Loaded in a plain page' },
  { name: 'tests', title: 'The library’s own tests' },
  { name: 'visible', title: 'Made visible' },
] as const
export type PublicationStep = (typeof publicationSteps)[number]['name']

/** How a step fared; `not-tried` with the reason, `wrong` where the package does not do. */
export const stepSchema = z.object({
  name: z.enum(publicationSteps.map(({ name }) => name)),
  state: z.enum(['running', 'fine', 'wrong', 'not-tried']),
  says: z.array(z.string()),
  /** Milliseconds it took; none while it goes on. */
  took: z.number().optional(),
})
export type StepTaken = z.infer<typeof stepSchema>

/** How an attempt to publish stands. */
export const publicationStateSchema = z.enum(['waiting', 'running', 'done', 'failed', 'cancelled'])
export type PublicationState = z.infer<typeof publicationStateSchema>

export const isUnderWay = ({ state }: { state: PublicationState }): boolean =>
  state === 'waiting' || state === 'running'
