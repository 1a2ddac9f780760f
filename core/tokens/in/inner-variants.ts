import { readColour } from '../color'
import { nodeAt, tokensOf, type TokenDocument } from '../document'
import { deepestGroup, isGroup, type Group } from '../group'
import { referencesIn } from '../references'

// Tokens that hold a value for each theme themselves: `{ "ink": { "sets": { "light": …, "dark": … } } }`,
// where others refer to `{ink}`, and `{ "ink": { "$value": { "light": …, "dark": … } } }`.

/** Documents in which every token has one value, and what other themes give theirs. */
export interface Separated {
  documents: Map<string, TokenDocument>
  /**
   * Themes in families: of each, one is worn at a time, and the first of them is in the documents already.
   */
  families: { names: string[]; isOfColours: boolean }[]
  /** What a theme gives, by its name and the path of the document. */
  overlays: Map<string, Map<string, TokenDocument>>
}

/**
 * The tokens that stand for themes in a group that has them and nothing else, and the name they stand under.
 */
function variantsOf(group: Group): { under: string; tokens: [string, Group][] } | undefined {
  const inner = Object.entries(group).filter(([name, child]) => !name.startsWith('$') && isGroup(child))
  const [under, holder] = inner[0] ?? []
  if (inner.length !== 1 || under === undefined || !isGroup(holder)) return undefined
  const tokens = Object.entries(holder).filter((entry): entry is [string, Group] => isGroup(entry[1]))
  return tokens.length > 1 && tokens.every(([, token]) => '$value' in token) ? { under, tokens } : undefined
}

/** What libraries call themes: one of these at least stands in a value that is one for each. */
const themeNames = /^(?:default|base|light|dark|day|night|desktop|mobile|compact|comfortable|ltr|rtl)$/i

/** Values for themes that stand in the value of a token, as tokens; nothing where it is one value. */
function valuesOf(group: Group): [string, Group][] | undefined {
  const { $value, ...said } = group
  if (!isGroup($value)) return undefined
  const values = Object.entries($value)
  const isOfThemes = values.length > 1 && values.some(([name]) => themeNames.test(name))
  return isOfThemes ? values.map(([name, value]) => [name, { ...said, $value: value }]) : undefined
}
const holdsValues = (group: Group, depth = 0): boolean =>
  valuesOf(group) !== undefined ||
  (depth < deepestGroup &&
    !('$value' in group) &&
    Object.values(group).some((child) => isGroup(child) && holdsValues(child, depth + 1)))

/** The name under which tokens hold their variants: what aliases name is then no token, but such a group. */
function nameOfVariants(documents: ReadonlyMap<string, TokenDocument>): string | undefined {
  const tokens = [...documents.values()].flatMap((document) => tokensOf(document))
  const known = new Set(tokens.map(({ path }) => path))
  const missing = new Set(
    tokens
      .flatMap(({ value }) => referencesIn(value).map(({ path }) => path))
      .filter((path) => !known.has(path)),
  )
  for (const path of missing)
    for (const document of documents.values()) {
      const group = nodeAt(document, path)
      const found = group && variantsOf(group)
      if (found) return found.under
    }
  return undefined
}

/** Takes the values for themes out of tokens that hold them; nothing where no token does. */
export function separated(documents: ReadonlyMap<string, TokenDocument>): Separated | undefined {
  const under = nameOfVariants(documents)
  const isHeld = under !== undefined || [...documents.values()].some((document) => holdsValues(document))
  return isHeld ? new Separating(under).of(documents) : undefined
}

class Separating {
  /** The names that stand together in a token, and whether any of those is a colour. */
  private readonly families: { names: string[]; isOfColours: boolean }[] = []
  constructor(private readonly under: string | undefined) {}

  of(documents: ReadonlyMap<string, TokenDocument>): Separated {
    for (const document of documents.values()) this.gather(document, 0)
    const usual = new Set(this.families.map(({ names }) => names[0]!))
    const overlays = new Map<string, Map<string, TokenDocument>>()
    for (const name of this.families.flatMap(({ names }) => names).filter((known) => !usual.has(known))) {
      const given = [...documents].map(([path, document]) => [path, this.only(document, name, 0)] as const)
      overlays.set(name, new Map(given.filter((entry): entry is [string, TokenDocument] => !!entry[1])))
    }
    const plain = [...documents].map(
      ([path, document]) => [path, this.usual(document, 0) as TokenDocument] as const,
    )
    return { documents: new Map(plain), families: this.families, overlays }
  }

  private variants(group: Group): [string, Group][] | undefined {
    const values = valuesOf(group)
    if (values) return values
    const found = variantsOf(group)
    if (found === undefined || found.under !== this.under) return undefined
    const { [found.under]: _variants, ...said } = group
    return found.tokens.map(([name, token]) => [name, { ...said, ...token }])
  }

  private gather(group: Group, depth: number): void {
    const variants = this.variants(group)
    if (variants) this.join(variants)
    else if (depth < deepestGroup)
      for (const child of Object.values(group)) if (isGroup(child)) this.gather(child, depth + 1)
  }
  private join(variants: readonly [string, Group][]): void {
    const names = variants.map(([name]) => name)
    let family = this.families.find((known) => names.some((name) => known.names.includes(name)))
    if (!family) this.families.push((family = { names: [], isOfColours: false }))
    family.names.push(...names.filter((name) => !family.names.includes(name)))
    family.isOfColours ||= variants.some(
      ([, { $value }]) => typeof $value === 'string' && readColour($value) !== undefined,
    )
  }

  /** The first of its family that a token has, with what is said of the token itself. */
  private usual(group: Group, depth: number): Group {
    const variants = this.variants(group)
    if (variants) {
      const family = this.families.find(({ names }) => names.includes(variants[0]![0]))!
      const name = family.names.find((known) => variants.some(([own]) => own === known))
      return variants.find(([own]) => own === name)![1]
    }
    if (depth >= deepestGroup || '$value' in group) return group
    return Object.fromEntries(
      Object.entries(group).map(([name, child]) => [
        name,
        isGroup(child) && !name.startsWith('$') ? this.usual(child, depth + 1) : child,
      ]),
    )
  }

  /** What a document gives one theme; nothing where it gives it nothing. */
  private only(group: Group, theme: string, depth: number): Group | undefined {
    const variants = this.variants(group)
    if (variants) {
      return variants.find(([name]) => name === theme)?.[1]
    }
    if (depth >= deepestGroup || '$value' in group) return undefined
    const inside = Object.entries(group).flatMap(([name, child]) => {
      const given = isGroup(child) && !name.startsWith('$') ? this.only(child, theme, depth + 1) : undefined
      return given ? [[name, given] as const] : []
    })
    return inside.length ? Object.fromEntries(inside) : undefined
  }
}
