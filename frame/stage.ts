import type { Mounted } from './adapters/adapter'
import { bareSurround, type Surround } from '../core/surround'
import { parent } from './house'
import type { ToFrame, unpackCells } from './protocol'

/** What a frame shows and how: the one place that everything which draws, measures or holds asks. */
export const stage: {
  mounted?: Mounted
  /** Whether what is mounted failed while it was made. */
  hasFailed: boolean
  /** What was asked to be shown last. */
  shown?: Extract<ToFrame, { say: 'show' }>
  /** The cells of a spread, where one is shown. */
  sheet?: ReturnType<typeof unpackCells>
  around: Surround
  /** Where the component stands: in the parent, or in the markup that is provided around it. */
  place: HTMLElement
} = { hasFailed: false, around: bareSurround(''), place: parent }
