import type { Dress, Found } from './found'
import { isLost, originOf, pathsOf, propertiesOf, tracingOf, type Origin, type Path } from './trace'

/** A property of an element as it is shown: what it came to, and by which way. */
export interface Dressing {
  property: string
  value: string
  origin: Origin<Found>
  /** How the custom properties in it came. */
  paths: Path<Found>[]
  /** The value that won asks for something that is not there, so it counts as if it were not set. */
  lost: boolean
}

/** What is declared for the element itself, then what it takes over from around it. */
export function dressingsOf(dress: Dress): { own: Dressing[]; taken: Dressing[] } {
  const tracing = tracingOf(dress)
  const of = (property: string): Dressing => {
    const origin = originOf(tracing, property)
    const paths = origin.is === 'browser' ? [] : pathsOf(tracing, origin.winner.value, origin.at)
    return { property, value: dress.computed[property] ?? '', origin, paths, lost: paths.some(isLost) }
  }
  const own = propertiesOf(dress.chain)
  const around = Object.keys(dress.computed)
    .filter((key) => !own.includes(key) && !key.startsWith('--'))
    .sort()
  return {
    own: gathered(own.map(of).filter((dressing) => dressing.origin.is !== 'browser')),
    taken: gathered(around.map(of).filter((dressing) => dressing.origin.is === 'inherited')),
  }
}

/**
 * What one shorthand says, and nothing stronger says otherwise, is one line: a frame's four sides and what
 * its author never wrote of them.
 */
function gathered(list: Dressing[]): Dressing[] {
  const groups = new Map<string, Dressing[]>()
  for (const dressing of list) {
    const winner = dressing.origin.is === 'browser' ? undefined : dressing.origin.winner
    const key = winner?.as
      ? [
          winner.as,
          winner.tree,
          winner.attached,
          winner.selector,
          winner.within.join(),
          winner.layer.join(),
          dressing.origin.is,
        ].join('\0')
      : dressing.property
    groups.set(key, [...(groups.get(key) ?? []), dressing])
  }
  return [...groups.values()].map((group) => {
    const [first] = group
    const short = first!.origin.is === 'browser' ? undefined : first!.origin.winner.as
    if (group.length === 1 || !short) return first!
    const drawn = [
      ...new Set(group.map((dressing) => dressing.value).filter((value) => !plainValues.has(value))),
    ]
    const most = group.reduce((a, b) =>
      b.origin.is !== 'browser' && a.origin.is !== 'browser' && b.origin.over.length > a.origin.over.length
        ? b
        : a,
    )
    return { ...most, property: short, value: drawn.join(' ') }
  })
}
/** Values that say no more than that nothing was asked for. */
const plainValues = new Set([
  '',
  'none',
  'normal',
  'auto',
  'stretch',
  '100%',
  'repeat',
  'scroll',
  '0%',
  'border-box',
  'padding-box',
  'auto auto',
  '0s',
  'ease',
  'running',
  '1',
  'all',
  'initial',
  '0% 0%',
])
