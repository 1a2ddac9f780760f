import { z } from 'zod'
import { toldSchema } from '../accessible/told'
import { chartSchema } from '../states/chart'
import { isolationSchema } from '../isolation/isolation'
import { looksSchema } from '../variants/looks'
import { moment } from './common'

/**
 * What a browser tells assistive technology of a component; `current`: of how it is now, and not of an
 * earlier state.
 */
export const accessibleSchema = z.object({
  told: z.array(toldSchema),
  current: z.boolean(),
  made_at: moment.nullable(),
})
export type Accessible = z.infer<typeof accessibleSchema>

/**
 * The states that a component was seen in, of how it is now where `current`; no chart where nobody looked.
 */
export const statesFoundSchema = z.object({
  chart: chartSchema.nullable(),
  current: z.boolean(),
  made_at: moment.nullable(),
})
export type StatesFound = z.infer<typeof statesFoundSchema>

/**
 * How a component looks in every theme, of how it and they are now where `current`; nothing where nobody
 * looked.
 */
export const looksSeenSchema = z.object({
  looks: looksSchema.nullable(),
  current: z.boolean(),
  made_at: moment.nullable(),
})
export type LooksSeen = z.infer<typeof looksSeenSchema>

/**
 * What a component and a page do to one another, of how it is now where `current`; nothing where nobody
 * looked.
 */
export const isolationSeenSchema = z.object({
  isolation: isolationSchema.nullable(),
  /** Sheets that come into a page with other components of the library. */
  sheets: z.string(),
  current: z.boolean(),
  made_at: moment.nullable(),
})
export type IsolationSeen = z.infer<typeof isolationSeenSchema>
