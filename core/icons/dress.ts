import type { Contract } from '../contract/contract'
import type { SourceText } from '../read/source/source-text'
import { usedVariants, variantsOf, withVariants, wornFirst, type Dress } from './drawn'
import { ownSet } from './glyph'
import { dressOf, noIcons, type IconsInput } from './input'
import { iconSource, ownIcons, withDrawings, type OwnIcons } from './ways'
import type { IconSource } from './ways/way'
import { wornIn } from './wearing'

/** Whether any drawing stands in some files: where there is none, nothing has to be parsed to know. */
export const mayHoldIcons = (files: readonly SourceText[]): boolean =>
  files.some(({ path, text }) => /\.svg$/i.test(path) || text.includes('<svg'))

/**
 * The files of a library with its icons as they are worn, and what it has of them. `shelf`: with everything
 * that a role may wear, so that a swap needs no building; `package`: with what is worn in some theme.
 */
export function dressedFiles(
  files: readonly SourceText[],
  contracts: readonly Contract[],
  input: IconsInput,
  whereTo: 'shelf' | 'package',
  source: IconSource = iconSource(files),
): { files: SourceText[]; icons: OwnIcons } {
  if (!mayHoldIcons(files)) return { files: [...files], icons: noIcons }
  const icons = ownIcons(source, contracts, input.settings.store)
  const drawings = icons.store ? drawingsOf(icons, dressOf(input), whereTo) : new Map<string, string>()
  if (!icons.store || drawings.size === 0) return { files: [...files], icons }
  return { files: [...withDrawings(source, icons.store, drawings)], icons }
}

function drawingsOf({ glyphs }: OwnIcons, dress: Dress, whereTo: 'shelf' | 'package'): Map<string, string> {
  const drawings = new Map<string, string>()
  for (const { role, svg } of glyphs) {
    const variants =
      whereTo === 'shelf' ? variantsOf(dress.settings, dress.glyphs, role) : usedVariants(dress, role)
    const isOwnWorn = dress.themes.some(
      ({ name }) => wornIn(dress.settings, dress.glyphs, dress.themes, name, role).variant === ownSet,
    )
    const drawing = withVariants(svg, dress.prefix, role, variants, wornFirst(dress, role).variant, {
      keepsOwn: whereTo === 'shelf' || isOwnWorn,
    })
    if (drawing !== undefined) drawings.set(role, drawing)
  }
  return drawings
}
