import { LRUCache } from 'lru-cache'
import { dressOf, noIcons, type IconsInput } from '~~/core/icons/input'
import { glyphText, iconsCss, usedVariants, variantsOf, canHoldOthers, type Dress } from '~~/core/icons/drawn'
import { tokenPrefix } from '~~/core/release/package'
import type { ThemeOf } from '~~/core/tokens/regions'
import type { IconsView } from '~~/core/wire'
import type { Store } from '../store/database'
import { iconSetsOf, iconSettingsOf, iconsOfRevision } from '../store/icons'
import type { Library } from '../store/libraries'

/** What the icons of a library are dressed with now. */
export async function iconsInput(
  db: Store,
  { id, prefix }: Pick<Library, 'id' | 'prefix'>,
  themes: readonly ThemeOf[],
): Promise<IconsInput> {
  const [sets, { settings }] = await Promise.all([iconSetsOf(db, id), iconSettingsOf(db, id)])
  return {
    settings,
    sets: sets.map(({ name, glyphs }) => ({ name, glyphs })),
    themes: themes.map(({ name, on, when = null, axis = null }) => ({ name, on, when, axis })),
    prefix: tokenPrefix(prefix),
  }
}

const recentCss = new LRUCache<string, string>({ max: 100 })

/**
 * The CSS by which each theme shows its glyphs on the shelf; nothing where there are no sets to swap with.
 */
export async function iconsCssOf(db: Store, library: Library, themes: readonly ThemeOf[]): Promise<string> {
  const { revision } = await iconSettingsOf(db, library.id)
  if (revision === 0 || library.current_revision === null) return ''
  const key = JSON.stringify([
    library.id,
    library.current_revision,
    revision,
    themes.map(({ name, on, when, axis }) => [name, on, when, axis]),
  ])
  const known = recentCss.get(key)
  if (known !== undefined) return known
  const css = await cssFor(db, library, themes, (dress, role) =>
    variantsOf(dress.settings, dress.glyphs, role),
  )
  recentCss.set(key, css)
  return css
}

/** The same for a package, which has no glyphs but those that are worn. */
export const packageIconsCss = (db: Store, library: Library, themes: readonly ThemeOf[]): Promise<string> =>
  cssFor(db, library, themes, usedVariants)

async function cssFor(
  db: Store,
  library: Library,
  themes: readonly ThemeOf[],
  variantsFor: (dress: Dress, role: string) => ReturnType<typeof usedVariants>,
): Promise<string> {
  const icons = (await iconsOfRevision(db, library.current_revision!)) ?? noIcons
  const dress = dressOf(await iconsInput(db, library, themes))
  const roles = icons.glyphs.map(({ role }) => role)
  return iconsCss(dress, roles, variantsFor)
}

/** Everything that is known of a library's icons. */
export async function iconsView(db: Store, library: Library): Promise<IconsView> {
  const [sets, { settings, revision }, icons] = await Promise.all([
    iconSetsOf(db, library.id),
    iconSettingsOf(db, library.id),
    library.current_revision ? iconsOfRevision(db, library.current_revision) : noIcons,
  ])
  const { stores, store, glyphs, uses } = icons ?? noIcons
  return {
    revision,
    settings,
    isRead: icons !== undefined,
    stores,
    store,
    roles: glyphs.map(({ role, svg, file, line }) => ({
      role,
      svg,
      file,
      line,
      canSwap: canHoldOthers(svg),
      uses: uses.filter((use) => use.role === role).map(({ role: _role, ...use }) => use),
    })),
    anyUses: uses.filter((use) => use.role === undefined).map(({ role: _role, ...use }) => use),
    unknownUses: uses.flatMap(({ role, ...use }) =>
      role !== undefined && !glyphs.some((glyph) => glyph.role === role) ? [{ role, ...use }] : [],
    ),
    sets: sets.map(({ name, by, made_at, glyphs: kept }) => ({
      name,
      by,
      made_at,
      glyphs: kept.map((glyph) => ({
        name: glyph.name,
        svg: glyphText(glyph),
        isColoured: glyph.isColoured,
        notes: glyph.notes,
      })),
    })),
  }
}
