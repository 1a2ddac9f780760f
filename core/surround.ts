import * as z from 'zod/mini'
import { sights, type Sight } from './contrast/vision'
import { isAxisName } from './tokens/axis'
import type { Preferences } from './style/held'

// The small form of the schema library: this file is part of the script in every preview frame.

/** The ground of the theme: CSS's own ground for a page, which follows the theme's colour scheme. */
export const themeGround = 'Canvas'

/**
 * What is around a component while it is looked at. Lengths are CSS pixels. `width` is the parent's,
 * `null` as wide as there is room; `window` the size of the page, `null` the room there is. `text` is
 * the reader's text size, in per cent of the usual. `held` are states the component is held in,
 * `on` the part they are held on; where it is empty, on what answers in it.
 */
export const surroundSchema = z.object({
  theme: z.string().check(z.maxLength(100)),
  /** The themes that are worn beside it, by their axes; that of the direction comes with the direction. */
  beside: z._default(
    z.record(
      z.string().check(
        z.maxLength(30),
        z.refine((axis) => isAxisName(axis)),
      ),
      z.string().check(z.maxLength(100)),
    ),
    {},
  ),
  width: z.nullable(z.number().check(z.minimum(1), z.maximum(10_000))),
  window: z.nullable(
    z.object({
      width: z.int().check(z.minimum(100), z.maximum(5000)),
      height: z.int().check(z.minimum(100), z.maximum(5000)),
    }),
  ),
  ground: z.string().check(z.maxLength(100)),
  align: z.enum(['start', 'middle', 'end', 'stretch']),
  padding: z.number().check(z.minimum(0), z.maximum(500)),
  direction: z.enum(['ltr', 'rtl']),
  language: z.string().check(z.maxLength(35)),
  text: z.number().check(z.minimum(50), z.maximum(400)),
  motion: z.enum(['on', 'reduced']),
  colours: z.enum(['own', 'forced']),
  /** The scheme of colours that the reader prefers; what their browser says where it is `own`. */
  scheme: z._default(z.enum(['own', 'light', 'dark']), 'own'),
  contrast: z._default(z.enum(['own', 'more', 'less']), 'own'),
  transparency: z._default(z.enum(['own', 'reduced']), 'own'),
  /** How the reader sees colours. */
  sight: z._default(z.enum(sights), 'usual'),
  held: z.array(z.string().check(z.maxLength(100))).check(z.maxLength(20)),
  on: z.string().check(z.maxLength(200)),
  /** Abilities of the browser that are switched off, by the names they have in `core/read/abilities.ts`. */
  without: z._default(z.array(z.string().check(z.maxLength(200))).check(z.maxLength(30)), []),
  /**
   * Themes of regions inside that of the page, one in the other, outermost first: the component stands in the
   * last.
   */
  regions: z._default(z.array(z.string().check(z.maxLength(100))).check(z.maxLength(5)), []),
  /** With the looks its author gave it; else with behaviour and structure only. */
  dressed: z._default(z.boolean(), true),
  /** The frame is as large as the component, and has no more around it. */
  fit: z.boolean(),
})
export type Surround = z.infer<typeof surroundSchema>

/** A surround with nothing special about it. */
export const plainSurround = (theme: string, more: Partial<Surround> = {}): Surround => ({
  theme,
  beside: {},
  width: null,
  window: null,
  ground: themeGround,
  align: 'middle',
  padding: 24,
  direction: 'ltr',
  language: 'en',
  text: 100,
  motion: 'on',
  colours: 'own',
  scheme: 'own',
  contrast: 'own',
  transparency: 'own',
  sight: 'usual',
  held: [],
  on: '',
  without: [],
  regions: [],
  dressed: true,
  fit: false,
  ...more,
})

/** Just the component, on nothing: as it stands on the shelf. */
export const bareSurround = (theme: string): Surround =>
  plainSurround(theme, { ground: 'transparent', fit: true })

type Query = Record<string, string | undefined>
const usual = plainSurround('')

/** What of a surround is not the usual, as it stands in an address. */
export function surroundToQuery(surround: Surround, baseTheme: string): Query {
  const {
    theme,
    beside,
    width,
    window,
    ground,
    align,
    padding,
    direction,
    language,
    text,
    motion,
    colours,
    scheme,
    contrast,
    transparency,
    sight,
    held,
    on,
    without,
    regions,
    dressed,
  } = surround
  const unless = (same: boolean, value: string | number) => (same ? undefined : String(value))
  return {
    theme: unless(theme === baseTheme, theme),
    with:
      Object.entries(beside)
        .map(([axis, name]) => `${axis}:${name}`)
        .join(' ') || undefined,
    width: unless(width === null, width!),
    window: window ? `${window.width}x${window.height}` : undefined,
    ground: unless(ground === usual.ground, ground),
    align: unless(align === usual.align, align),
    padding: unless(padding === usual.padding, padding),
    dir: unless(direction === usual.direction, direction),
    lang: unless(language === usual.language, language),
    text: unless(text === usual.text, text),
    motion: unless(motion === usual.motion, motion),
    colours: unless(colours === usual.colours, colours),
    scheme: unless(scheme === usual.scheme, scheme),
    contrast: unless(contrast === usual.contrast, contrast),
    transparency: unless(transparency === usual.transparency, transparency),
    sight: unless(sight === usual.sight, sight),
    held: held.length ? held.join(' ') : undefined,
    on: on || undefined,
    without: without.join(';') || undefined,
    in: regions.join(' ') || undefined,
    dressed: dressed ? undefined : 'no',
  }
}

/** A ground from an address: the theme's, or a plain colour. */
export const groundFrom = (value: unknown): string =>
  typeof value === 'string' && /^#[0-9a-f]{3,8}$/i.test(value) ? value : themeGround

/** How colours are seen, from an address. */
export const sightFrom = (value: unknown): Sight => sights.find((sight) => sight === value) ?? usual.sight

/** A language from an address: a tag as BCP 47 (RFC 5646) has them, as far as its form shows. */
export const languageFrom = (value: unknown): string =>
  typeof value === 'string' && /^[a-z]{2,3}(?:-[a-z\d]{1,8})*$/i.test(value) ? value : usual.language

/** Themes worn beside another, from an address: `density:close`. One that is not there changes nothing. */
const besideFrom = (value = ''): Surround['beside'] =>
  Object.fromEntries(
    value
      .split(' ')
      .slice(0, 10)
      .map((pair) => pair.split(':'))
      .filter(
        (pair): pair is [string, string] =>
          isAxisName(pair[0]!) && /^[a-z][a-z0-9-]{0,39}$/.test(pair[1] ?? ''),
      ),
  )

/** The surround an address speaks of; what cannot be is the usual. */
export function surroundFromQuery(
  query: Record<string, unknown>,
  themes: readonly string[],
  baseTheme: string,
): Surround {
  const text = (name: string) => (typeof query[name] === 'string' ? query[name] : undefined)
  const number = (name: string, from: number, to: number) => {
    const value = Number(text(name) ?? NaN)
    return value >= from && value <= to ? value : undefined
  }
  const choiceFrom = <T extends string>(name: string, values: readonly T[]): T | undefined =>
    values.find((value) => value === text(name))
  const size = /^(\d{3,4})x(\d{3,4})$/.exec(text('window') ?? '')
  const window = size
    ? { width: Math.min(5000, Number(size[1])), height: Math.min(5000, Number(size[2])) }
    : null
  return plainSurround(choiceFrom('theme', themes) ?? baseTheme, {
    beside: besideFrom(text('with')),
    width: number('width', 1, 10_000) ?? null,
    window,
    ground: groundFrom(query.ground),
    align: choiceFrom('align', ['start', 'middle', 'end', 'stretch']) ?? usual.align,
    padding: number('padding', 0, 500) ?? usual.padding,
    direction: choiceFrom('dir', ['ltr', 'rtl']) ?? usual.direction,
    language: languageFrom(query.lang),
    text: number('text', 50, 400) ?? usual.text,
    motion: choiceFrom('motion', ['on', 'reduced']) ?? usual.motion,
    colours: choiceFrom('colours', ['own', 'forced']) ?? usual.colours,
    scheme: choiceFrom('scheme', ['own', 'light', 'dark']) ?? usual.scheme,
    contrast: choiceFrom('contrast', ['own', 'more', 'less']) ?? usual.contrast,
    transparency: choiceFrom('transparency', ['own', 'reduced']) ?? usual.transparency,
    sight: sightFrom(query.sight),
    held: [...new Set((text('held') ?? '').split(/\s+/).filter((name) => /^[\w-]{1,100}$/.test(name)))].slice(
      0,
      20,
    ),
    on: (text('on') ?? '').slice(0, 200),
    without: [
      ...new Set(
        (text('without') ?? '')
          .split(';')
          .map((name) => name.trim())
          .filter((name) => name && name.length <= 200),
      ),
    ].slice(0, 30),
    regions: (text('in') ?? '')
      .split(' ')
      .filter((name) => themes.includes(name))
      .slice(0, 5),
    dressed: text('dressed') !== 'no',
  })
}

/** What the reader prefers in a surround, by media feature; what is not said is as their browser has it. */
export const preferencesOf = ({
  motion,
  colours,
  scheme,
  contrast,
  transparency,
}: Surround): Preferences => ({
  ...(motion === 'reduced' ? { 'prefers-reduced-motion': 'reduce' } : {}),
  ...(colours === 'forced' ? { 'forced-colors': 'active' } : {}),
  ...(scheme === 'own' ? {} : { 'prefers-color-scheme': scheme }),
  ...(contrast === 'own' ? {} : { 'prefers-contrast': contrast }),
  ...(transparency === 'reduced' ? { 'prefers-reduced-transparency': 'reduce' } : {}),
})
