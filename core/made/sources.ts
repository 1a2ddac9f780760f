import type { Place } from '../contract/member'
import { placeOfElement, placeOfRule } from '../read/places'
import type { Dressing } from '../style/dressing'
import type { Dress, Found, Node } from '../style/found'
import { attributeOf, attributeValue } from '../tokens/axis'

/** What source says of one component: where its elements and rules are written, and what code sets. */
export interface Written {
  elements: { tag: string; attributes: Record<string, string>; place: Place }[]
  rules: { selector: string; place: Place }[]
  feeds: { property: string; names: string[]; place: Place }[]
}

/** What a custom property that is set by script is made from: props, where it is known, and the line. */
export interface Fed {
  names: string[]
  place: Place
  of: string
}

export interface MadeOf {
  tag: string
  /** The browser knows the component as an element, which the page writes. */
  isElement: boolean
  /** By component, as far as it is known. */
  written: ReadonlyMap<string, Written>
  themes: readonly { name: string; title: string; on: string | null; axis?: string | null | undefined }[]
  /** The token that a custom property is in a theme, with those that it has its value from in turn. */
  tokensOf(theme: string, property: string): readonly string[]
  titleOf(tag: string): string
  propsOf(tag: string): string[]
}

/** Where what a component rendered is written, and who says how it looks. */
export class Sources {
  constructor(private readonly of: MadeOf) {}

  /** Where an element is written: in the component in whose own markup it stands. */
  placeOfNode(node: Node): Place | undefined {
    const { written, tag, isElement } = this.of
    const isWrittenByPage = isElement && node.of === tag && node.depth === 0
    const source = isWrittenByPage ? undefined : written.get(node.of)
    return source && placeOfElement(source, node.name, Object.fromEntries(node.attributes))
  }

  /** Where the rule of a declaration is written. */
  placeOfFound(found: Found): Place | undefined {
    if (found.attached || found.by === 'themes' || found.by === 'surround') return undefined
    for (const tag of found.of ? [found.of] : [this.of.tag, ...this.of.written.keys()]) {
      const source = this.of.written.get(tag)
      const place = source && placeOfRule(source, found.selector)
      if (place) return place
    }
    return undefined
  }

  /** Who says it, in words. */
  sayWho(found: Found): string {
    if (found.by === 'surround') return 'the surround'
    if (found.by === 'themes') return `theme ${this.themeOf(found)?.title ?? ''}`
    const whose = found.of === this.of.tag ? 'its own' : found.of ? `${this.of.titleOf(found.of)}’s` : ''
    if (found.attached) return whose ? `${whose} style attribute` : 'a style attribute'
    return whose ? `${whose} sheet` : 'a sheet of the page'
  }

  /** The theme whose rule it is: that its selector names last, else the base. */
  private themeOf(found: Found): MadeOf['themes'][number] | undefined {
    const { themes } = this.of
    const named = [...found.selector.matchAll(/\[([\w-]+)="([^"]+)"\]/g)].flatMap(
      ([, attribute, value]) =>
        themes.find((theme) => attributeOf(theme.axis) === attribute && attributeValue(theme) === value) ??
        [],
    )
    return named.at(-1) ?? themes.find((theme) => theme.on === null)
  }

  /** The tokens behind a custom property that a theme sets, from the one that it is. */
  tokensBehind(found: Found, property: string): readonly string[] {
    const theme = found.by === 'themes' ? this.themeOf(found) : undefined
    return theme ? this.of.tokensOf(theme.name, property) : []
  }

  /** Props that a value set by script is made from. */
  feeds(property: string): Fed | undefined {
    for (const [of, { feeds }] of this.of.written) {
      const fed = feeds.find((feed) => feed.property === property)
      if (!fed) continue
      return { names: this.of.propsOf(of).filter((name) => fed.names.includes(name)), place: fed.place, of }
    }
    return undefined
  }

  /** Everybody who dresses an element, each with how many rules. */
  dressers(dress: Dress): { name: string; rules: number }[] {
    const sheets = new Map<string, Set<string>>()
    for (const found of dress.chain[0]?.declared ?? []) {
      const who = this.sayWho(found)
      sheets.set(who, (sheets.get(who) ?? new Set()).add(found.selector))
    }
    return [...sheets].map(([name, rules]) => ({ name, rules: rules.size }))
  }
}

/** Which properties of an element are shown. */
export const dressFilters = {
  own: 'what is declared for it',
  custom: 'custom properties it asks for',
  lost: 'what came to nothing',
  taken: 'what it takes over from around it',
} as const

export function dressRows(
  { own, taken }: { own: readonly Dressing[]; taken: readonly Dressing[] },
  filter: string,
): Dressing[] {
  switch (filter) {
    case 'taken':
      return [...taken]
    case 'lost':
      return [...own, ...taken].filter((dressing) => dressing.lost)
    case 'custom':
      return own.filter((dressing) => dressing.paths.length > 0 || dressing.property.startsWith('--'))
    default:
      return [...own]
  }
}

/**
 * Where a key leads in a tree of elements told line by line (ARIA Authoring Practices, tree view), or nothing
 * where it leads nowhere.
 */
export function treeStep(
  elements: readonly { depth: number }[],
  at: number,
  key: string,
): number | undefined {
  const { depth } = elements[at] ?? { depth: 0 }
  return {
    ArrowDown: at + 1,
    ArrowUp: at - 1,
    Home: 0,
    End: elements.length - 1,
    ArrowLeft: elements.findLastIndex((element, i) => i < at && element.depth < depth),
    ArrowRight: (elements[at + 1]?.depth ?? -1) > depth ? at + 1 : -1,
  }[key]
}
