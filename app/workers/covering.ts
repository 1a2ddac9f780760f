import { coveringSet, type CoveringSet } from '~~/core/spread/covering'
import type { CoveringOptions } from '~~/core/spread/space'

/**
 * What the page asks of the worker that finds covering sets; what is forbidden or required as pairs of axis
 * and value.
 */
export interface CoveringAsk {
  sizes: number[]
  strength: 2 | 3
  forbidden: [axis: number, value: number][][]
  required: [axis: number, value: number][][]
}

self.onmessage = ({ data }: MessageEvent<CoveringAsk>) => {
  const options: CoveringOptions = {
    strength: data.strength,
    forbidden: data.forbidden.map((combination) => new Map(combination)),
    required: data.required.map((combination) => new Map(combination)),
  }
  // something that covers all comes at once, the search for fewer after it
  self.postMessage({
    set: coveringSet(data.sizes, { ...options, steps: 0 }) satisfies CoveringSet,
    done: false,
  })
  self.postMessage({ set: coveringSet(data.sizes, options) satisfies CoveringSet, done: true })
}
