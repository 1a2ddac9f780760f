import { declaredIn, readIn, type Declared } from '../check/declared'
import { ownersOf } from '../check/owners'
import { membersOf, type Contract } from '../contract/contract'
import { ownClasses } from '../isolation/own-classes'
import { nearestName } from '../near'
import type { SourceText } from '../read/source/source-text'
import { writtenIn } from '../read/written'
import type { Compound } from '../style/compounds'
import { classesIn } from '../style/selector-classes'
import { feedsOf } from './feeds'
import type { Override } from './overrides-told'
import { declaredInPage, selectorsOf } from './page-rules'
import { partsOf } from './parts-tree'

// A page's own sheets, held against what components offer to be styled by: what of them reaches deeper.

/** Overrides that are told at most. */
const mostOverrides = 500

export interface LibraryToReach {
  files: readonly SourceText[]
  contracts: readonly Contract[]
  prefix: string
  /** The custom properties that tokens are. */
  tokens: readonly string[]
}

/** What in a page's sheets reaches deeper into components than they offer, with what to write instead. */
export function overridesIn(
  page: readonly SourceText[],
  library: LibraryToReach,
): { overrides: Override[]; rules: number } {
  const reach = new Reach(library)
  const declared = page.flatMap(declaredInPage)
  const found = new Map<string, Override>()
  for (const given of declared) {
    if (found.size === mostOverrides) break
    const override = reach.judge(given)
    if (override)
      found.set(JSON.stringify([given.file, given.line, given.selector, given.property]), override)
  }
  const rules = new Set(declared.map(({ file, selector, line }) => `${file} ${selector} ${line}`)).size
  return { overrides: [...found.values()], rules }
}

type Told = Pick<Override, 'is' | 'says' | 'instead'> & { tag: string | null }

/** A library as pages reach into it. */
class Reach {
  private readonly files: readonly SourceText[]
  private readonly byTag: ReadonlyMap<string, Contract>
  /** Declarations of each component's own sheets. */
  private readonly sheets = new Map<Contract, Declared[]>()
  /** Classes that stand in the sheets of one component alone. */
  private readonly classOwners = new Map<string, Contract | undefined>()
  private readonly isOwn: (selector: string) => boolean
  private readonly properties: ReadonlySet<string>

  constructor({ files, contracts, prefix, tokens }: LibraryToReach) {
    this.files = files
    this.byTag = new Map(contracts.map((contract) => [contract.tag, contract]))
    const owners = ownersOf(contracts)
    const declared = declaredIn(files)
    this.isOwn = ownClasses(declared, prefix, contracts)
    for (const entry of declared) {
      const owner = owners.get(entry.file)
      if (!owner) continue
      const known = this.sheets.get(owner)
      if (known) known.push(entry)
      else this.sheets.set(owner, [entry])
      for (const name of classesIn(entry.selector)) {
        const before = this.classOwners.get(name)
        this.classOwners.set(name, this.classOwners.has(name) && before !== owner ? undefined : owner)
      }
    }
    this.properties = new Set([
      ...tokens,
      ...declared.flatMap(({ property, value }) => [
        ...(property.startsWith('--') ? [property] : []),
        ...readIn(value),
      ]),
      ...contracts.flatMap((contract) => membersOf(contract, 'custom-property').map(({ name }) => name)),
    ])
  }

  judge(given: Declared): Override | undefined {
    for (const compounds of selectorsOf(given.selector)) {
      const told =
        this.pastParts(compounds, given) ??
        this.intoShadow(compounds, given) ??
        this.intoOpen(compounds, given) ??
        this.unread(compounds, given)
      if (!told) continue
      const { file, line, property, value } = given
      const [selector, declaration] = [given.selector, `${property}: ${value}`].map((text) =>
        text.slice(0, 300),
      )
      return { file, line, selector: selector!, declaration: declaration!, ...told }
    }
    return undefined
  }

  /**
   * `::part()` that asks for what there is not, or goes on where nothing can follow (CSS Shadow Parts,
   * 3.1).
   */
  private pastParts(compounds: Compound[], given: Declared): Told | undefined {
    const [i, compound] = [...compounds.entries()].find(([, { parts }]) => parts.length > 0) ?? []
    const contract = compound?.type === undefined ? undefined : this.byTag.get(compound.type)
    if (i === undefined || !compound || !contract) return undefined
    const { tag } = contract
    const names = partsOf(contract).map(({ name }) => name)
    const [asked = []] = compound.parts
    if (compound.parts.length > 1)
      return {
        is: 'nothing',
        tag,
        says: `A part has no parts: what an inner component offers is reached where ${tag} hands it on.`,
        instead: this.handedOn(contract, given, ({ part }) => compound.parts[1]!.includes(part)),
      }
    if (i < compounds.length - 1)
      return {
        is: 'nothing',
        tag,
        says: 'Nothing can follow ::part(): a page reaches the part itself, and nothing in it.',
        instead: this.byProperty(contract, compounds.at(-1)!, given),
      }
    const missing = asked.find((name) => !names.includes(name))
    if (missing === undefined) return undefined
    const near = nearestName(missing, names)
    const inner = contract.uses.find(({ tag: used }) =>
      partsOf(this.byTag.get(used) ?? contract).some(({ name, from }) => !from && name === missing),
    )
    const handed = this.handedOn(
      contract,
      given,
      ({ tag: of, part }) => of === inner?.tag && part === missing,
    )
    const whose = handed.length ? 'which is handed on by another name' : 'which is not handed on'
    return {
      is: 'nothing',
      tag,
      says: `${tag} has no part ${missing}.` + (inner ? ` It is one of ${inner.tag} in it, ${whose}.` : ''),
      instead: handed.length || !near ? handed : [partRule(tag, near, given)],
    }
  }

  /** What stands in a shadow tree, where no rule of a page gets to (CSS Scoping 1, 3.1). */
  private intoShadow(compounds: Compound[], given: Declared): Told | undefined {
    const host = compounds.findIndex(({ type }) => type !== undefined && this.byTag.has(type))
    const contract = this.byTag.get(compounds[host]?.type ?? '')
    const last = compounds.at(-1)
    if (!contract || !last || host === compounds.length - 1 || !this.hasShadow(contract)) return undefined
    const after = compounds.slice(host + 1)
    if (after.some(({ combinator }) => combinator === '+' || combinator === '~')) return undefined
    const isDeep = after.some(({ combinator }) => combinator === 'deep')
    const isOwn = (name: string) => this.hasClass(contract, name)
    const inner = after.find(({ classes }) => classes.some(isOwn))
    const takesContent = membersOf(contract, 'slot').length > 0
    const element = after.find(({ type }) => type !== undefined && this.elementPart(contract, type))
    if (!isDeep && !inner && (takesContent || !element)) return undefined
    const { tag } = contract
    const what = inner ? `.${inner.classes.find(isOwn)!}` : element?.type
    return {
      is: 'nothing',
      tag,
      says: what
        ? `${what} stands in the shadow tree of ${tag}: no rule of a page gets there.`
        : `What stands in the shadow tree of ${tag} is out of reach: no browser has a combinator that goes there.`,
      instead: this.offers(contract, inner ?? last, given),
    }
  }

  /** What a component has in the page itself, under names of its own. */
  private intoOpen(compounds: Compound[], given: Declared): Told | undefined {
    if (given.property.startsWith('--')) return undefined
    const last = compounds.at(-1)!
    for (const name of last.classes) {
      const contract = this.classOwners.get(name)
      if (!contract || this.hasShadow(contract) || !this.isOwn(`.${name}`)) continue
      if (!this.hasClass(contract, name)) continue
      if (membersOf(contract, 'variant').some(({ axis, by }) => by === 'class' && axis === name)) continue
      return {
        is: 'inside',
        tag: contract.tag,
        says: `.${name} is a class of ${contract.tag}’s own: it may be called otherwise in the next version.`,
        instead: this.offers(contract, last, given),
      }
    }
    return undefined
  }

  /** A custom property like one of the library's that nothing reads. */
  private unread(compounds: Compound[], { property, value }: Declared): Told | undefined {
    if (!property.startsWith('--') || this.properties.has(property)) return undefined
    const near = nearestName(property, [...this.properties])
    if (near === undefined) return undefined
    const tag = compounds
      .flatMap(({ type }) => (type !== undefined && this.byTag.has(type) ? [type] : []))
      .at(-1)
    return {
      is: 'unread',
      tag: tag ?? null,
      says: `Nothing in the library reads ${property}.`,
      instead: [`${near}: ${value}`],
    }
  }

  private readonly lasts = new Map<Declared, Compound[]>()
  /** The elements that a declaration of a component's own sheet is for. */
  private lastOf(own: Declared): Compound[] {
    const known = this.lasts.get(own) ?? selectorsOf(own.selector).map((compounds) => compounds.at(-1)!)
    this.lasts.set(own, known)
    return known
  }

  private readonly classes = new Map<Contract, ReadonlySet<string>>()
  /**
   * Whether a component writes a class into its own markup. One that only its sheets name may be meant for
   * what a page puts into it.
   */
  private hasClass(contract: Contract, name: string): boolean {
    const known = this.classes.get(contract) ?? classesWritten(this.files, contract)
    this.classes.set(contract, known)
    return known.has(name)
  }

  private hasShadow(contract: Contract): boolean {
    return (
      contract.language === 'custom-element' &&
      (membersOf(contract, 'slot').length > 0 ||
        partsOf(contract).length > 0 ||
        (this.sheets.get(contract) ?? []).some(({ selector }) => selector.includes(':host')))
    )
  }

  private elementPart(contract: Contract, type: string): string | undefined {
    return partsOf(contract).find(({ element, from }) => !from && element === type)?.name
  }

  /** What does the same by what a component offers: a custom property, a part. */
  private offers(contract: Contract, aim: Compound, given: Declared): string[] {
    const parts = partsOf(contract)
    const named = parts.find(({ name, from }) => !from && aim.classes.includes(name))?.name
    const part = named ?? (aim.type === undefined ? undefined : this.elementPart(contract, aim.type))
    return [
      ...this.byProperty(contract, aim, given),
      ...(part === undefined ? [] : [partRule(contract.tag, part, given)]),
    ]
  }

  /** Custom properties that the component's own rules for such an element read for what is declared. */
  private byProperty(contract: Contract, aim: Compound, { property, value }: Declared): string[] {
    const isAimedAt = ({ classes, type }: Compound) =>
      aim.classes.length
        ? aim.classes.some((name) => classes.includes(name))
        : aim.type !== undefined && type === aim.type
    const isFor = (own: Declared) => this.lastOf(own).some(isAimedAt)
    const offered = new Set(membersOf(contract, 'custom-property').map(({ name }) => name))
    const names = (this.sheets.get(contract) ?? []).filter(isFor).flatMap((own) => feedsOf(own, property))
    return [...new Set(names)]
      .filter((name) => offered.has(name))
      .slice(0, 3)
      .map((name) =>
        // what is no element of its own takes it from whatever is around it
        contract.language === 'custom-element'
          ? `${contract.tag} { ${name}: ${value} }`
          : `${name}: ${value}`,
      )
  }

  /** Parts of components inside that are handed on. */
  private handedOn(
    contract: Contract,
    given: Declared,
    isAsked: (from: { tag: string; part: string }) => boolean,
  ): string[] {
    return partsOf(contract)
      .filter(({ from }) => from && isAsked(from))
      .slice(0, 5)
      .map(({ name }) => partRule(contract.tag, name, given))
  }
}

/** The classes that stand in a component's own markup. */
function classesWritten(files: readonly SourceText[], contract: Contract): Set<string> {
  const own = new Set(contract.files)
  const { elements } = writtenIn(files.filter(({ path }) => own.has(path)))
  return new Set(
    elements.flatMap(({ attributes }) =>
      (attributes.class ?? attributes.className ?? '').split(/\s+/).filter(Boolean),
    ),
  )
}

const partRule = (tag: string, part: string, { property, value }: Declared): string =>
  `${tag}::part(${part}) { ${property}: ${value} }`
