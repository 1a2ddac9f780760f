import { isAxisName } from '../axis'
import { tokensOf, type TokenDocument } from '../document'
import { separated } from './inner-variants'
import { mergedDocuments, withOwnNames, type SetsIn, type ThemeIn } from './sets-in'
import { themeName } from '../theme-list'

/** A file of which at least this share is given by files before it says it anew: it is a theme. */
const shareOfTheme = 0.5

/** Files by what is in them, and by what tokens of theirs hold for themes. */
export function byContent(documents: ReadonlyMap<string, TokenDocument>): Omit<SetsIn, 'says'> {
  const apart = separated(documents)
  const { base, themes } = byTokens(apart?.documents ?? documents)
  const whole = apart?.families.find(({ isOfColours }) => isOfColours) ?? apart?.families[0]
  const families = [
    ...(whole ? [whole] : []),
    ...(apart?.families ?? []).filter((family) => family !== whole),
  ]
  const held = families.flatMap((family) =>
    family.names.slice(1).map((name): ThemeIn => {
      const given = [...apart!.overlays.get(name)!]
      const document = given.reduce<TokenDocument>((merged, [, next]) => mergedDocuments(merged, next), {})
      const axis = family === whole ? null : axisNamed(family.names)
      return {
        name: themeName(name),
        title: name.slice(0, 80),
        axis,
        document,
        from: given.map(([path]) => path),
      }
    }),
  )
  return { base, themes: withOwnNames([...themes, ...held]) }
}
/** An axis that nobody named is called by what stands along it. */
function axisNamed(names: readonly string[]): string {
  const name = themeName(names.join('-or-')).replace(/\d/g, '').slice(0, 30).replace(/-+$/, '')
  return isAxisName(name) ? name : 'variant'
}

/** Of documents, what gives tokens that others have given already is a theme, all else the base. */
function byTokens(documents: ReadonlyMap<string, TokenDocument>): Omit<SetsIn, 'says'> {
  const base: SetsIn['base'] = { document: {}, from: [] }
  const themes: ThemeIn[] = []
  const given = new Set<string>()
  const order = [...documents].toSorted(([a], [b]) => placeOf(a) - placeOf(b))
  for (const [path, document] of order) {
    const paths = tokensOf(document).map((token) => token.path)
    if (paths.length === 0) continue
    const again = paths.filter((token) => given.has(token)).length
    if (base.from.length > 0 && again >= paths.length * shareOfTheme) {
      const title = path
        .split('/')
        .at(-1)!
        .replace(/(?:\.tokens)?\.json5?$/i, '')
      themes.push({ name: themeName(title), title, axis: null, document, from: [path] })
    } else {
      base.document = mergedDocuments(base.document, document)
      base.from.push(path)
      for (const token of paths) given.add(token)
    }
  }
  return { base, themes }
}
/** What libraries call the file that others rest on. */
const isGround = (path: string): boolean =>
  /(?:^|[/._-])(?:base|core|global|primitives?|foundation|palette|ref|reference)(?=[/._-]|$)/i.test(path)

/** What libraries call a file that is laid over others; its own name counts, and not that of its folder. */
const variants = new Set(
  (
    'dark night dim dimmed contrast hc colorblind colourblind protanopia deuteranopia tritanopia ' +
    'compact dense mobile print'
  ).split(' '),
)
const isVariant = (path: string): boolean =>
  path
    .split('/')
    .at(-1)!
    .split(/[._-]/)
    .some((word) => variants.has(word.toLowerCase()))
/** Of files that give the same tokens the first is the base. */
const placeOf = (path: string): number => (isVariant(path) ? 2 : isGround(path) ? 0 : 1)
