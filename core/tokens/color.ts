import {
  converter,
  formatCss,
  formatHex,
  modeOklch,
  modeP3,
  modeRgb,
  parse as parseColour,
  useMode,
} from 'culori/fn'
import * as culori from 'culori/fn'
import type { Color } from 'culori/fn'
import { z } from 'zod'
import { done } from '../problem'
import { misread, type TokenKind } from './kind'

for (const mode of [
  modeRgb,
  modeP3,
  modeOklch,
  culori.modeOklab,
  culori.modeHsl,
  culori.modeHwb,
  culori.modeLab,
  culori.modeLch,
  culori.modeLrgb,
  culori.modeXyz65,
  culori.modeXyz50,
])
  useMode(mode as never)
/** Our own form of a colour is the library's, channel by channel. */
const asColour = (colour: Culori): Color => colour as unknown as Color
const toRgb = converter('rgb')

/** Color spaces of the format's color module, with the mode and channels of our colour library. */
const spaces = {
  srgb: { mode: 'rgb', channels: ['r', 'g', 'b'], scale: [1, 1, 1] },
  'display-p3': { mode: 'p3', channels: ['r', 'g', 'b'], scale: [1, 1, 1] },
  'srgb-linear': { mode: 'lrgb', channels: ['r', 'g', 'b'], scale: [1, 1, 1] },
  hsl: { mode: 'hsl', channels: ['h', 's', 'l'], scale: [1, 100, 100] },
  hwb: { mode: 'hwb', channels: ['h', 'w', 'b'], scale: [1, 100, 100] },
  lab: { mode: 'lab', channels: ['l', 'a', 'b'], scale: [1, 1, 1] },
  lch: { mode: 'lch', channels: ['l', 'c', 'h'], scale: [1, 1, 1] },
  oklab: { mode: 'oklab', channels: ['l', 'a', 'b'], scale: [1, 1, 1] },
  oklch: { mode: 'oklch', channels: ['l', 'c', 'h'], scale: [1, 1, 1] },
  'xyz-d65': { mode: 'xyz65', channels: ['x', 'y', 'z'], scale: [1, 1, 1] },
  'xyz-d50': { mode: 'xyz50', channels: ['x', 'y', 'z'], scale: [1, 1, 1] },
} as const
type Space = keyof typeof spaces

/** Design Tokens Color Module, `$value` of a color token. Components may be `none`. */
export const colorSchema = z.object({
  colorSpace: z.enum(Object.keys(spaces) as [Space, ...Space[]]),
  components: z.tuple([
    z.union([z.number(), z.literal('none')]),
    z.union([z.number(), z.literal('none')]),
    z.union([z.number(), z.literal('none')]),
  ]),
  alpha: z.number().min(0).max(1).optional(),
  // what a reader of fewer colours falls back to; one that is written otherwise costs the colour nothing
  hex: z
    .string()
    .regex(/^#[0-9a-f]{6}$/i)
    .optional()
    .catch(undefined),
})
export type ColorValue = z.infer<typeof colorSchema>

type Culori = { mode: string; alpha?: number } & Record<string, number | string | undefined>

const toCulori = (value: ColorValue): Culori => {
  const { mode, channels, scale } = spaces[value.colorSpace]
  const colour: Culori = { mode }
  channels.forEach((channel, i) => {
    const component = value.components[i]
    if (typeof component === 'number') colour[channel] = component / scale[i]!
  })
  if (value.alpha !== undefined && value.alpha < 1) colour.alpha = value.alpha
  return colour
}

const round = (n: number): number => Math.round(n * 10000) / 10000

const fromCulori = (colour: Culori): ColorValue => {
  const known = (Object.entries(spaces) as [Space, (typeof spaces)[Space]][]).find(
    ([, channel]) => channel.mode === colour.mode,
  )
  const [space, { channels, scale }] = known ?? ['srgb' as const, spaces.srgb]
  const from = known ? colour : (toRgb(colour as never) as unknown as Culori)
  const components = channels.map((channel, i) =>
    typeof from[channel] === 'number' ? round((from[channel] as number) * scale[i]!) : 'none',
  )
  return {
    colorSpace: space,
    components: components as ColorValue['components'],
    ...(colour.alpha !== undefined && colour.alpha < 1 ? { alpha: round(colour.alpha) } : {}),
    hex: formatHex(asColour(colour)),
  }
}

/** A colour of the format as our colour library has it, and back. */
export const colourOfValue = (value: ColorValue): Color => asColour(toCulori(value))
export const valueOfColour = (colour: Color): ColorValue => fromCulori(colour as unknown as Culori)

/** A colour as CSS writes it, in any notation and by any name; nothing where it is none. */
export function readColour(text: string): Color | undefined {
  // the library takes hex digits without their sign too, which are numbers in CSS
  if (/^\s*[\da-f]+\s*$/i.test(text)) return undefined
  try {
    return parseColour(text.trim())
  } catch {
    // it does not expect that a function ends before all its channels are there
    return undefined
  }
}

/** `rgba(#0B1F2A, 0.4)`: a colour of its own with how much it covers, as the older spelling has it. */
function withAlpha(text: string): Color | undefined {
  const [, inner, alpha] = /^\s*(?:rgb|hsl)a?\(\s*(.+?)\s*[,/]\s*((?:\d*\.)?\d+%?)\s*\)\s*$/i.exec(text) ?? []
  const colour = inner === undefined ? undefined : readColour(inner)
  if (!colour || alpha === undefined) return undefined
  const share = alpha.endsWith('%') ? Number(alpha.slice(0, -1)) / 100 : Number(alpha)
  return { ...colour, alpha: Math.min(1, share) }
}

const parse = (text: string) => {
  const colour = (readColour(text) ?? withAlpha(text)) as Culori | undefined
  return colour
    ? done(fromCulori(colour))
    : misread('colour', 'Write one as in CSS: #E2A03F, oklch(0.75 0.13 73), rgb(226 160 63 / 50%).')
}

export const color: TokenKind<ColorValue> = {
  type: 'color',
  read(value) {
    if (typeof value === 'string') return parse(value)
    const read = colorSchema.safeParse(value)
    return read.success
      ? done(read.data)
      : misread('colour', 'Give colorSpace and three components, as the format’s color module says.')
  },
  parse,
  show: (value) => (value.colorSpace === 'srgb' ? showSrgb(value) : showOther(value)),
  css: (value) => color.show(value),
  syntax: () => '<color>',
}

/** As the library writes it, without what is left of its reckoning: `13.9%` and not `13.900000000000002%`. */
const showOther = (value: ColorValue): string =>
  formatCss(asColour(toCulori(value))).replaceAll(/\d+\.\d{9,}/g, (digits) =>
    String(Number(Number(digits).toPrecision(12))),
  )

const showSrgb = (value: ColorValue): string => {
  const colour = toCulori(value)
  const hex = colour.alpha === undefined ? formatHex(asColour(colour)) : culori.formatHex8(asColour(colour))
  return hex.toUpperCase()
}
