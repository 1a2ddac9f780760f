import { clampChroma, converter, inGamut } from 'culori/fn'
import type { Oklch } from 'culori/fn'
import { colourOfValue, valueOfColour, type ColorValue } from './color'
import { tokenKinds } from './document'
import { parseReference } from './references'

// Many values changed by one rule.

/**
 * A rule, and by how much: `times` as large; per cent of lightness, of what there is of colour, of opacity.
 */
export interface ManyRule {
  is: 'times' | 'lighter' | 'vivid' | 'opaque'
  by: number
}

export const manyRules = {
  times: { title: 'times as large', least: 0, most: 100, usual: 1.25 },
  lighter: { title: 'per cent lighter', least: -100, most: 100, usual: 5 },
  vivid: { title: 'per cent as vivid', least: 0, most: 400, usual: 80 },
  opaque: { title: 'per cent opaque', least: 0, most: 100, usual: 80 },
} as const satisfies Record<ManyRule['is'], { title: string; least: number; most: number; usual: number }>

/** Whether a rule can be followed: its number is within what it may be. */
export const isManyRule = ({ is, by }: ManyRule): boolean =>
  Number.isFinite(by) && by >= manyRules[is].least && by <= manyRules[is].most

const toOklch = converter('oklch')
const toRgb = converter('rgb')
const round = (value: number): number => Math.round(value * 10_000) / 10_000

/**
 * What a value as it is written becomes by a rule, as it is written then; nothing where the rule says
 * nothing of its type, where it is an alias, which follows what it names, and where it stays as it is.
 */
export function changedBy(
  rule: ManyRule,
  { type, written }: { type: string; written: string },
): string | undefined {
  const kind = Object.hasOwn(tokenKinds, type) ? tokenKinds[type] : undefined
  if (!kind || !isManyRule(rule) || parseReference(written) !== undefined) return undefined
  const read = kind.parse(written)
  if (!read.ok) return undefined
  const changed = rule.is === 'times' ? enlarged(type, read.value, rule.by) : coloured(type, read.value, rule)
  const text = changed === undefined ? undefined : kind.show(changed)
  return text === kind.show(read.value) ? undefined : text
}

function enlarged(type: string, value: unknown, by: number): unknown {
  if (type === 'number') return round((value as number) * by)
  if (type !== 'dimension' && type !== 'duration') return undefined
  const length = value as { value: number; unit: string }
  return { ...length, value: round(length.value * by) }
}

function coloured(type: string, value: unknown, { is, by }: ManyRule): unknown {
  if (type !== 'color') return undefined
  const before = value as ColorValue
  const colour = toOklch(colourOfValue(before))
  const after: Oklch =
    is === 'lighter'
      ? { ...colour, l: Math.min(1, Math.max(0, colour.l + by / 100)) }
      : is === 'vivid'
        ? { ...colour, c: colour.c * (by / 100) }
        : { ...colour, alpha: by / 100 }
  // what was within the colours of every screen stays so, at its lightness and hue
  const isPlain = before.colorSpace === 'srgb' || inGamut('rgb')(colour)
  return valueOfColour(isPlain ? toRgb(clampChroma(after, 'oklch', 'rgb')) : after)
}
