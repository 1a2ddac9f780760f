import { converter, type Oklch } from 'culori/fn'
import type { Resolved } from '../tokens/resolve'
import type { TokensOf } from '../tokens/themes'
import { rgbOf } from './wcag'

const toOklch = converter('oklch')

/** One step of a scale: what it is called in it, its colour, and how light that is, from 0 to 1 (OKLCH). */
export interface RampStep {
  name: string
  css: string
  lightness: number
}
/** A scale of colours, in the themes in which it has these values. */
export interface Ramp {
  scale: string
  themes: string[]
  steps: RampStep[]
}

/** Less is no scale. */
const leastSteps = 3

/**
 * The scales of a library: colours that stand in one group, in order, each with the themes in which it is the
 * same. Names that are numbers are in the order of those.
 */
export function rampsOf(tokensOf: TokensOf): Ramp[] {
  const ramps = new Map<string, Ramp>()
  for (const [theme, tokens] of tokensOf)
    for (const [scale, members] of scalesIn(tokens)) {
      const steps = members.map(stepOf).sort(byName)
      const key = JSON.stringify([scale, steps])
      const known = ramps.get(key)
      if (known) known.themes.push(theme)
      else ramps.set(key, { scale, themes: [theme], steps })
    }
  return [...ramps.values()]
}

/** Primitives by the group they stand in. */
function scalesIn(tokens: ReadonlyMap<string, Resolved>): [string, Resolved[]][] {
  const groups = new Map<string, Resolved[]>()
  for (const token of tokens.values()) {
    const group = token.path.split('.').slice(0, -1).join('.')
    if (token.type !== 'color' || token.tier !== 'primitive' || !group || !rgbOf(token.css)) continue
    groups.set(group, [...(groups.get(group) ?? []), token])
  }
  return [...groups].filter(([, members]) => members.length >= leastSteps)
}

const stepOf = ({ path, css }: Resolved): RampStep => ({
  name: path.split('.').at(-1)!,
  css,
  lightness: Math.round((toOklch(rgbOf(css)!) satisfies Oklch).l * 1000) / 1000,
})
const byName = (a: RampStep, b: RampStep): number =>
  isNumber(a) && isNumber(b) ? Number(a.name) - Number(b.name) : 0
const isNumber = ({ name }: RampStep): boolean => /^\d+(?:\.\d+)?$/.test(name)

/** Steps that are no darker, or no lighter, than the one before, on a scale that goes the other way. */
export function stepsBack({ steps }: Ramp): string[] {
  const way = Math.sign(steps.at(-1)!.lightness - steps[0]!.lightness)
  return steps
    .filter((step, i) => i > 0 && Math.sign(step.lightness - steps[i - 1]!.lightness) !== way)
    .map(({ name }) => name)
}
