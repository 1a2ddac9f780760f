import { dimension } from '../dimension'
import type { TokenDocument } from '../document'
import { fontFamily } from '../font-family'
import { fontWeight } from '../font-weight'
import { deepestGroup, isGroup, type Group } from '../group'
import { referenceOf } from '../references'

// Types that token files had before the Design Tokens Format Module named its own, and how their values are
// written in it. What means another thing there, such as a height of lines in per cent, is left as it is.

/** A value as the format has it, and of what type; with no type it is one that only CSS has. */
interface Told {
  type?: string
  value: unknown
}

const isNumeric = (value: unknown): boolean =>
  typeof value === 'number' || (typeof value === 'string' && /^\s*-?(?:\d*\.)?\d+\s*$/.test(value))
const hasAlias = (value: unknown): boolean => typeof value === 'string' && value.includes('{')

function percentIn(value: unknown): number | undefined {
  const digits = typeof value === 'string' ? /^\s*((?:\d*\.)?\d+)%\s*$/.exec(value)?.[1] : undefined
  return digits === undefined ? undefined : Number(digits)
}

/** A length; a number without a unit is one of pixels. */
function lengthOf(value: unknown): Told {
  if (isNumeric(value)) return { type: 'dimension', value: `${Number(value)}px` }
  if (typeof value !== 'string') return { value }
  return hasAlias(value) || dimension.parse(value).ok ? { type: 'dimension', value } : { value }
}

function amountOf(value: unknown): Told {
  if (isNumeric(value)) return { type: 'number', value: Number(value) }
  return hasAlias(value) ? { type: 'number', value } : { value }
}

/** How much lets through: half is `50%` or 0.5, and CSS takes one for the other. */
function opacityOf(value: unknown): Told {
  const percent = percentIn(value)
  return percent === undefined ? amountOf(value) : { type: 'number', value: percent / 100 }
}

function lineHeightOf(value: unknown): Told {
  if (typeof value === 'string' && value.trim().toLowerCase() === 'auto') return { value: 'normal' }
  const amount = amountOf(value)
  return amount.type === undefined ? lengthOf(value) : amount
}

/** `Semi Bold` and `SemiBold` are `semi-bold` in the format; what else stands beside it is no weight. */
function weightOf(value: unknown): Told {
  if (isNumeric(value)) return { type: 'fontWeight', value: Number(value) }
  if (typeof value !== 'string' || hasAlias(value)) return { type: 'fontWeight', value }
  const name = value
    .trim()
    .replaceAll(/(?<=[a-z])(?=[A-Z])/g, '-')
    .replaceAll(/\s+/g, '-')
    .toLowerCase()
  return fontWeight.read(name).ok ? { type: 'fontWeight', value: name } : { value }
}

function facesOf(value: unknown): Told {
  if (typeof value !== 'string' || hasAlias(value)) return { type: 'fontFamily', value }
  const read = fontFamily.parse(value)
  return read.ok ? { type: 'fontFamily', value: read.value } : { value }
}

/** A layer of a shadow, or several; `x` and `y` are its offsets, and `innerShadow` is inset. */
function shadowOf(value: unknown): Told {
  if (typeof value === 'string') return { type: 'shadow', value }
  const layers = (Array.isArray(value) ? value : [value]).map((layer: unknown) => {
    if (!isGroup(layer)) return layer
    const { x, y, offsetX = x, offsetY = y, blur = 0, spread = 0, color, type, ...rest } = layer
    const lengths = Object.entries({ offsetX, offsetY, blur, spread }).map(
      ([name, length]) => [name, lengthOf(length).value] as const,
    )
    const inset = type === 'innerShadow' || rest.inset === true
    return { color, ...Object.fromEntries(lengths), ...(inset ? { inset: true } : {}) }
  })
  return { type: 'shadow', value: Array.isArray(value) ? layers : layers[0] }
}

/** A height of lines in per cent of a size is a number of it in the format. */
function fieldHeight(value: unknown): unknown {
  const percent = percentIn(value)
  return percent === undefined ? lineHeightOf(value).value : Math.round(percent * 100) / 10_000
}

const fields: Readonly<Record<string, (value: unknown) => unknown>> = {
  fontFamily: (value) => facesOf(value).value,
  fontSize: (value) => lengthOf(value).value,
  fontWeight: (value) => weightOf(value).value,
  letterSpacing: (value) => lengthOf(value).value,
  lineHeight: fieldHeight,
}
/** How type is set; its fields are written as tokens of their own are. */
function typographyOf(value: unknown): Told {
  if (!isGroup(value)) return { type: 'typography', value }
  const told = Object.entries(value).map(([name, part]): [string, unknown] => {
    const isWritten = typeof part === 'string' || typeof part === 'number'
    return [name, isWritten && !referenceOf(part) && Object.hasOwn(fields, name) ? fields[name]!(part) : part]
  })
  return { type: 'typography', value: Object.fromEntries(told) }
}

const olderTypes: Readonly<Record<string, (value: unknown) => Told>> = {
  ...Object.fromEntries(
    [
      'fontSizes',
      'fontSize',
      'spacing',
      'space',
      'sizing',
      'size',
      'borderRadius',
      'borderWidth',
      'letterSpacing',
      'paragraphSpacing',
      'paragraphIndent',
    ].map((type) => [type, lengthOf]),
  ),
  fontFamilies: facesOf,
  fontWeights: weightOf,
  lineHeights: lineHeightOf,
  lineHeight: lineHeightOf,
  opacity: opacityOf,
  boxShadow: shadowOf,
  typography: typographyOf,
}
export const isOlderType = (type: string | undefined): boolean =>
  type !== undefined && type !== 'typography' && Object.hasOwn(olderTypes, type)

/** Properties of CSS by which tokens are called that say no type, and the type of what stands there. */
const byName: readonly [RegExp, string][] = [
  [/font-?weight$/i, 'fontWeights'],
  [/font-?family$/i, 'fontFamilies'],
  [/line-?height$/i, 'lineHeights'],
  [/opacity$/i, 'opacity'],
]
/**
 * The older type of a token by what it, or the group it is in, is called, where its value is one of that
 * type: `black` is a weight in `font-weight`, and a colour elsewhere.
 */
export function typeByName(names: readonly string[], value: unknown): string | undefined {
  if (referenceOf(value)) return undefined
  const near = names.slice(-2).reverse()
  const found = near.flatMap((name) => byName.filter(([shape]) => shape.test(name)))[0]
  return found && olderTypes[found[1]]!(value).type !== undefined ? found[1] : undefined
}

/**
 * A document in the spelling of the format in which older types are its own, and how many tokens that made
 * another of. An alias has the type of what it refers to.
 */
export function inTypesOfFormat(document: TokenDocument): { document: TokenDocument; count: number } {
  let count = 0
  const token = (group: Group, type: string): Group => {
    const { $type: _older, ...rest } = group
    if (referenceOf(group.$value)) {
      if (!isOlderType(type)) return group
      count++
      return rest
    }
    const told = olderTypes[type]!(group.$value)
    if (told.type === type && JSON.stringify(told.value) === JSON.stringify(group.$value)) return group
    count++
    return { ...(told.type === undefined ? {} : { $type: told.type }), ...rest, $value: told.value }
  }
  const visit = (group: Group, above: string | undefined, depth: number): Group => {
    const type = typeof group.$type === 'string' ? group.$type : above
    if ('$value' in group)
      return type !== undefined && Object.hasOwn(olderTypes, type) ? token(group, type) : group
    if (depth >= deepestGroup) return group
    let changed: Group | undefined
    for (const [name, child] of Object.entries(group)) {
      if (!isGroup(child) || (name.startsWith('$') && name !== '$root')) continue
      const next = visit(child, type, depth + 1)
      if (next === child) continue
      changed ??= Object.fromEntries(Object.entries(group))
      changed[name] = next
    }
    return changed ?? group
  }
  return { document: visit(document, undefined, 0) as TokenDocument, count }
}
