import { z } from 'zod'
import { actsSchema } from '../acts/act'
import { sayAct } from '../acts/sentence'

const text = z.string().max(300)
const texts = z.array(text).max(60)
const number = z.number().int().nonnegative()

/**
 * A state that a component was seen in. The first of a chart is how it stands by itself; `way` leads to each
 * other, `differs` says what is otherwise there than at the first, and `came` and `went` which marks of markup
 * (`core/states/look.ts`). `sure`: whether the way led there a second
 * time.
 * `passes`: it goes on by itself; what was tried in it was done at once.
 */
export const stateFoundSchema = z.object({
  id: number,
  title: text,
  way: actsSchema,
  differs: texts,
  came: texts,
  went: texts,
  sure: z.enum(['yes', 'no', 'not tried']),
  passes: z.boolean(),
})
export type StateFound = z.infer<typeof stateFoundSchema>

/**
 * That acts led from one state to another; without any it came by itself. `focus` is what has the focus then, where
 * that changed: in words, nothing where nobody has it any more.
 */
export const stepSchema = z.object({
  from: number,
  to: number,
  acts: actsSchema,
  focus: text.optional(),
})
export type Step = z.infer<typeof stepSchema>

/**
 * Which state of a component leads where by which act, found by trying. `tried` acts were done, `left` were not
 * for want of time or because there were more states than are kept (`stopped`); `undone` could not be done.
 */
export const chartSchema = z.object({
  states: z.array(stateFoundSchema).max(30),
  steps: z.array(stepSchema).max(600),
  tried: number,
  left: number,
  stopped: z.enum(['time', 'states']).optional(),
  undone: z.array(z.object({ from: number, acts: actsSchema, why: text })).max(60),
  /** What went wrong, where there is no chart. */
  failed: text.optional(),
})
export type Chart = z.infer<typeof chartSchema>

/** Counts up whenever states are looked for in another way than before. */
export const chartVersion = 1

/** What is kept of a component whose states could not be looked for. */
export const noChart = (failed: string): Chart => ({
  states: [],
  steps: [],
  tried: 0,
  left: 0,
  undone: [],
  failed: failed.slice(0, 300),
})

/** The acts that lead into a state, and out of it, by the state at the other end. */
export function stepsOf({ steps }: Pick<Chart, 'steps'>, id: number): { into: Step[]; out: Step[] } {
  return {
    into: steps.filter(({ to, from }) => to === id && from !== id),
    out: steps.filter(({ to, from }) => from === id && to !== id),
  }
}

/** What leads along a step: `press the button “Open”`, or that it comes by itself. */
export const sayStep = ({ acts }: Pick<Step, 'acts'>): string => acts.map(sayAct).join(', ') || 'by itself'

/** What a step does to the focus, in words; nothing where it leaves it where it is. */
export const sayFocus = ({ focus }: Step): string => {
  if (focus === undefined) return ''
  return focus === '' ? 'the focus is lost' : `the focus goes to ${focus}`
}
