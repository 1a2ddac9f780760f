import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import { cssIdentifier } from '../css'
import { baseOf, regionsCss, type ThemeOf } from '../tokens/regions'
import { ownSet, type Glyph, type IconSettings } from './glyph'
import { escaped } from './svg'
import { nameIn, variantName, wornIn, type Glyphs, type Worn } from './wearing'

// How a role is drawn where it may wear one of several glyphs: all of them stand in one drawing, and a custom
// property says of each whether it is shown. Themes set those properties, so that a swap reaches into shadow
// trees, regions may stand inside one another, and no script takes part.

type Root = DefaultTreeAdapterMap['element']

/** A glyph that a role may wear, and what it is called among those. */
export interface Variant {
  name: string
  glyph: Glyph
}

/** The custom property that says whether a role's variant is shown. */
const variantProperty = (prefix: string, role: string, variant: string): string =>
  cssIdentifier(`--${prefix}-icon-${role}-${variant}`.toLowerCase().replaceAll(/[\s./]+/g, '-'))

/**
 * The drawing of a role with its variants in it; `first` is shown where no theme says another. `undefined`
 * where the library's own text is no single `svg` element, so that nothing can be put into it.
 */
export function withVariants(
  svg: string,
  prefix: string,
  role: string,
  variants: readonly Variant[],
  first: string,
  { keepsOwn = true }: { keepsOwn?: boolean } = {},
): string | undefined {
  const root = rootOf(svg)
  const [start, end] = [root?.sourceCodeLocation?.startTag?.endOffset, root?.sourceCodeLocation?.endTag]
  if (!root || start === undefined || !end || variants.length === 0) return undefined
  const shown = (variant: string) =>
    `display="var(${variantProperty(prefix, role, variant)}, ${variant === first ? 'inline' : 'none'})"`
  const inner = keepsOwn ? `<g ${shown(ownSet)}>${svg.slice(start, end.startOffset)}</g>` : ''
  const others = variants.map(({ name, glyph }) => nested(glyph, root, shown(name)))
  return svg.slice(0, start) + inner + others.join('') + svg.slice(end.startOffset)
}

/** Whether a drawing of a library can hold other glyphs. */
export const canHoldOthers = (svg: string): boolean => rootOf(svg)?.sourceCodeLocation?.endTag !== undefined

/** The one `svg` element of a text. */
function rootOf(svg: string): Root | undefined {
  const elements = parseFragment(svg, { sourceCodeLocationInfo: true }).childNodes.filter(
    (node): node is Root => 'tagName' in node,
  )
  const [root] = elements
  return elements.length === 1 && root?.tagName === 'svg' ? root : undefined
}

/** A glyph as it stands in another drawing: as large as that, and painted as it is by itself. */
function nested(glyph: Glyph, root: Root, more: string): string {
  const box =
    root.attrs
      .find(({ name }) => name === 'viewBox')
      ?.value.trim()
      .split(/[\s,]+/) ?? []
  const [x, y, width, height] = box.length === 4 ? box : ['0', '0', '100%', '100%']
  const place = `x="${x}" y="${y}" width="${width}" height="${height}"`
  return `<svg ${more} ${place} viewBox="${glyph.box.join(' ')}"${paintOf(glyph)}>${glyph.body}</svg>`
}

/** How a glyph is painted by itself (SVG 2, 13), whatever it stands in. */
function paintOf({ paint, isColoured }: Glyph): string {
  const plain = { fill: isColoured ? 'black' : 'currentColor', stroke: 'none', 'stroke-width': '1' }
  return Object.entries({ ...plain, ...paint })
    .map(([name, value]) => ` ${name}="${escaped(value)}"`)
    .join('')
}

/** A glyph as a file of its own, which follows the colour of text and the size it is given. */
export const glyphText = (glyph: Glyph): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${glyph.box.join(' ')}"${paintOf(glyph)}>${glyph.body}</svg>`

/** All that a role may wear: the glyph of its name in each set, and what was chosen for it in any theme. */
export function variantsOf(settings: IconSettings, glyphs: Glyphs, role: string): Variant[] {
  const found = new Map<string, Glyph>()
  for (const [set, byName] of glyphs) {
    const same = byName.get(nameIn(glyphs, set, role))
    if (same) found.set(set, same)
  }
  for (const { roles } of Object.values(settings.maps)) {
    const chosen = roles[role]
    const glyph = chosen && glyphs.get(chosen.set)?.get(chosen.glyph)
    if (glyph) found.set(variantName(chosen.set, chosen.glyph, role), glyph)
  }
  return [...found].map(([name, glyph]) => ({ name, glyph }))
}

export interface Dress {
  settings: IconSettings
  glyphs: Glyphs
  themes: readonly ThemeOf[]
  prefix: string
}

/** The roles that are not worn alike in all themes: of others the drawing says by itself what is shown. */
export const variedRoles = ({ settings, glyphs, themes }: Dress, roles: readonly string[]): string[] =>
  roles.filter(
    (role) =>
      new Set(themes.map(({ name }) => wornIn(settings, glyphs, themes, name, role).variant)).size > 1,
  )

/** What a role wears where no theme is named. */
export const wornFirst = ({ settings, glyphs, themes }: Dress, role: string): Worn =>
  wornIn(settings, glyphs, themes, baseOf(themes)?.name ?? '', role)

/** The variants of a role that some theme wears, and no others: what a package needs. */
export function usedVariants({ settings, glyphs, themes }: Dress, role: string): Variant[] {
  const found = new Map<string, Glyph>()
  for (const { name } of themes) {
    const worn = wornIn(settings, glyphs, themes, name, role)
    if (worn.glyph) found.set(worn.variant, worn.glyph)
  }
  return [...found].map(([name, glyph]) => ({ name, glyph }))
}

/**
 * CSS by which each theme shows its glyphs: for each role a custom property for each of its variants. A
 * region restates them all, so that regions may stand inside one another.
 */
export function iconsCss(dress: Dress, roles: readonly string[], variantsFor = usedVariants): string {
  const { settings, glyphs, themes, prefix } = dress
  const variants = new Map(
    roles.map((role) => [role, [ownSet, ...variantsFor(dress, role).map(({ name }) => name)]]),
  )
  const worn = roles.filter((role) => variants.get(role)!.length > 1)
  return regionsCss(themes, {
    valuesIn: (theme, beside) =>
      new Map(worn.map((role) => [role, wornIn(settings, glyphs, themes, theme, role, beside).variant])),
    isSame: (a, b) => a === b,
    print: (role, shown) =>
      variants
        .get(role)!
        .map((variant) => {
          const display = variant === shown ? 'inline' : 'none'
          return `  ${variantProperty(prefix, role, variant)}: ${display};`
        })
        .join('\n'),
  })
}
