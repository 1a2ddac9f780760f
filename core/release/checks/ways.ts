import { sayMissed } from '../../acts/sentence'
import type { ReleaseCheck } from './check'

/** Every kept way of getting somewhere leads there, as far as a browser went it with what is built now. */
export const waysLead: ReleaseCheck = ({ missedWays }) =>
  missedWays.map(({ tag, example, way }) => ({
    code: 'way-missed',
    what: `What is done in the example “${example}” of <${tag}> does not lead there: ${sayMissed(way)}`,
    todo: 'Change the example’s sentence on the bench, or the component, and run the evidence again.',
  }))
