import ts from 'typescript'
import { statusSchema, sharingKindSchema, type Contract, type Member } from '../../contract/contract'
import { joinCustomProperties, type CustomProperty } from '../../contract/custom-property'
import { joinEvents } from '../../contract/event'
import { joinKeys } from '../../contract/key'
import type { Place } from '../../contract/member'
import { joinParts } from '../../contract/part'
import { joinProps } from '../../contract/prop'
import { joinSlots } from '../../contract/slot'
import { joinStates } from '../../contract/state'
import type { Problem } from '../../problem'
import type { CheckedTypes } from '../source/checked-types'
import { joinDeclarations } from './declared-types'
import { withTable } from './prop-tables'
import { withDeclared } from './declared-events'
import { claimsOf, tagText, wordsOf } from '../source/comments'
import { fragmentOf, type Fragment } from '../source/fragment'
import { readKeys } from '../source/keys'
import { assignedInConstructors } from './class-facts'
import { membersOfCollected, sheetsOfCollected } from './collected'
import { readMembers } from './members'
import { isElementRoot, lineage, type ClassNode, type Lineage } from './lineage'
import { registrations } from './registrations'
import { openerFor } from './opener'
import { eventsOfHelpers } from './helpers'
import { givenTo, reachOf } from './reach'
import { readElementJsx } from './jsx'
import { openerWith, Sinks, type Use } from './sinks'
import type { SourceSet } from '../source/source-set'
import { hasModifier } from '../source/nodes'
import { isInPackage } from '../source/packages'
import { notRead, type Reading } from '../source/reading'
import { placesFrom, readStyles, type StyleFacts } from './styles'
import { madeOf } from './made-of'
import { readTemplate } from './template'
import { areEventsRead, readEvents } from './events'
import {
  arePartsRead,
  type MethodCall,
  customStates,
  partsByScript,
  readByScript,
  setByScript,
} from './by-script'
import { feed } from './feeds'
import { companionsIn } from './companions'
import { definerOf } from './definer'
import { exportedAs } from './statics'

/** Reads the contracts of custom elements: plain classes, and those that build on a package's class. */
export function readCustomElements(sources: SourceSet, types: CheckedTypes): Reading {
  const problems: Problem[] = []
  const sinks = new Sinks(sources)
  const sheet = new Sheets()
  const contracts: Contract[] = []
  const classes = elementClasses(sources)
  const registered = registrations(sources, problems)
  const extended = new Set(classes.flatMap((classNode) => classNode.lineage.classes.slice(1)))

  for (const [tag, { node, place, broughtInBy }] of registered) {
    try {
      const contract = sources.once(
        `element ${tag} ${place.file}`,
        [node.getSourceFile().fileName, place.file],
        () => readOne(sources, types, sinks, sheet, tag, node, place, broughtInBy),
      )
      contracts.push({ ...contract })
    } catch (error) {
      problems.push(notRead(`<${tag}>`, place, error))
    }
  }
  const taken = new Set([...registered.values()].map((registered) => registered.node))
  for (const { node } of classes) {
    if (taken.has(node) || extended.has(node) || hasModifier(node, ts.SyntaxKind.AbstractKeyword)) continue
    const name = node.name?.text ?? 'A class without a name'
    problems.push({
      code: 'never-registered',
      what: `${name} is an element, but nothing registers it.`,
      where: sources.place(node),
      todo: `Call customElements.define('…', ${node.name?.text ?? '…'}) where the class stands.`,
    })
  }
  const tags = new Set(contracts.map((contract) => contract.tag))
  for (const contract of contracts) Object.assign(contract, withinLibrary(contract, tags))
  return { contracts, problems }
}

/** What a contract says of other components, those alone that are of its library. */
function withinLibrary(
  { tag: own, uses, companions = [] }: Contract,
  tags: ReadonlySet<string>,
): Pick<Contract, 'uses' | 'companions'> {
  const isOther = (tag: string) => tags.has(tag) && tag !== own
  const known = companions.filter(isOther)
  return { uses: uses.filter(({ tag }) => isOther(tag)), companions: known.length ? known : undefined }
}

/** Classes whose line of superclasses ends in an HTML element. */
function elementClasses(sources: SourceSet): { node: ClassNode; lineage: Lineage }[] {
  const found: ReturnType<typeof elementClasses> = []
  for (const file of sources.scripts.values()) {
    found.push(
      ...sources.once(`classes ${file.fileName}`, [file.fileName], () =>
        sources
          .gather(file)
          .classes.map((node) => ({ node, lineage: lineage(sources, node) }))
          .filter((entry) => isElementRoot(entry.lineage.root)),
      ),
    )
  }
  return found
}

/** Reads sheets, each once: one that many components share is the same text from the same places. */
class Sheets {
  private readonly known = new Map<string, StyleFacts>()

  private once(key: string, read: () => StyleFacts): StyleFacts {
    let facts = this.known.get(key)
    if (!facts) this.known.set(key, (facts = read()))
    return facts
  }
  of = (fragment: Fragment): StyleFacts =>
    this.once(fragment.pieces.map((piece) => `${piece.file}:${piece.line}:${piece.end}`).join(), () =>
      readStyles(fragment.text, (offset) => fragment.place(offset)),
    )
  /** What stands in a `<style>` of a template. */
  inline = ({ text, place }: { text: string; place: Place }): StyleFacts =>
    this.once(`${place.file}:${place.line}:${text}`, () => readStyles(text, placesFrom(place, text)))
}

// eslint-disable-next-line max-lines-per-function -- the order in which the parts of one contract are read, each a function of its own
function readOne(
  sources: SourceSet,
  types: CheckedTypes,
  sinks: Sinks,
  sheet: Sheets,
  tag: string,
  node: ClassNode,
  defined: Place,
  broughtInBy: string | undefined,
): Contract {
  const exported = exportedAs(sources, node)
  const definer = broughtInBy ?? definerOf(sources, defined.file, tag)
  const line = lineage(sources, node)
  const { classes, root, outside } = line
  const open = openerFor(sources, classes)
  const reach = reachOf(sources, classes)
  const given = classes.flatMap((classNode) => givenTo(sources, classNode))
  const uses = [...sinks.in(reach, classes), ...sinks.inOptions(given), ...eventsOfHelpers(sources, reach)]
  const collected =
    broughtInBy === undefined ? undefined : membersOfCollected(sources, node, assignedInConstructors(classes))
  const { observed, ...read } = collected
    ? { ...collected, observed: new Set<string>() }
    : readMembers(sources, line)
  const ofTable = withTable(sources, node.getSourceFile().fileName, tag, read.props)
  const { props, methods, events } = joinDeclarations(sources, types, tag, classes, {
    ...read,
    props: ofTable,
  })
  const calls = reach
    .flatMap((node) => sources.gather(node).calls)
    .filter((call): call is MethodCall => ts.isPropertyAccessExpression(call.expression))
  const opening = (use: Use) => openerWith(sources, use, classes, open)
  const templates = uses
    .filter((use) => use.kind === 'markup')
    .map((use) => fragmentOf(sources, use.value, opening(use)))
  const markup = [...templates.map(readTemplate), readElementJsx(sources, reach)]
  const styles = uses
    .filter((use) => use.kind === 'style')
    .map((use) => fragmentOf(sources, use.value, opening(use)))
  const isWhole = isElementRoot(root) && outside.length === 0
  const isMarkupRead = isWhole && !templates.some(({ unread }) => unread)
  const areStylesRead = isWhole && !styles.some(({ unread }) => unread)
  const sheets = [
    ...styles.map(sheet.of),
    ...markup.flatMap((templateFacts) => templateFacts.styles).map(sheet.inline),
    ...(collected ? sheetsOfCollected(sources, node) : []).map(sheet.inline),
  ]
  const claims = claimsOf(sources, node)
  const slots = feed(
    sources,
    joinSlots(unique(markup.flatMap((templateFacts) => templateFacts.slots)), claims('slot'), isMarkupRead),
    markup,
    classes,
    props,
  )
  const companions = companionsIn(reach, [
    ...styles.map(({ text }) => text),
    ...markup.flatMap(({ styles: inline }) => inline.map(({ text }) => text)),
  ])
  const attributes = new Set([...props.map((prop) => prop.attribute), ...observed])
  const states = [...customStates(sources, calls), ...sheets.flatMap((sheet) => sheet.states)].filter(
    (state) => state.by !== 'attribute' || !attributes.has(state.name.split('=')[0]),
  )
  const inner = setByScript(sources, calls)
  const { uses: used, isAnsweredInside } = madeOf(sources, markup, calls)
  const members: Member[] = [
    ...joinProps(props, claims('attr', 'attribute', 'prop', 'property'), isWhole).sort(
      (a, b) => Number(a.readonly) - Number(b.readonly),
    ),
    ...slots.sort((a, b) => Number(a.name !== '') - Number(b.name !== '')),
    ...joinEvents(
      withDeclared(readEvents(sources, uses, opening), {
        own: [...events.own, ...(collected?.events ?? [])],
        ofAll: events.ofAll,
      }),
      claims('fires', 'event'),
      isWhole && areEventsRead(sources, uses, opening),
    ),
    ...joinParts(
      unique([...markup.flatMap((templateFacts) => templateFacts.parts), ...partsByScript(sources, calls)]),
      claims('csspart', 'part'),
      isMarkupRead && arePartsRead(sources, calls),
    ),
    ...joinCustomProperties(
      mergeProperties([
        ...sheets.flatMap((sheet) => sheet.properties),
        ...readByScript(sources, calls),
      ]).filter((property) => !inner.has(property.name)),
      claims('cssprop', 'cssproperty'),
      areStylesRead && isMarkupRead,
    ),
    ...joinStates(
      unique(states).sort((a, b) => Number(a.by === 'browser') - Number(b.by === 'browser')),
      claims('cssstate', 'state'),
      areStylesRead,
    ),
    ...methods,
    ...joinKeys(readKeys(sources, reach), claims('key'), (key) => !isWhole || isAnsweredInside(key)),
  ]
  const status = statusSchema.safeParse(tagText(node, 'status'))
  const sharing = sharingKindSchema.safeParse(tagText(node, 'kind'))
  const group = tagText(node, 'group')
  const deprecated = tagText(node, 'deprecated')
  return {
    tag,
    language: 'custom-element',
    className: exported === undefined || exported === 'default' ? (node.name?.text ?? '') : exported,
    ...(exported === 'default' ? { exportName: 'default' } : {}),
    exported: exported !== undefined,
    ...(defined.file === node.getSourceFile().fileName ? {} : { registeredIn: defined.file }),
    ...(definer === undefined ? {} : { registeredBy: definer }),
    place: sources.place(node),
    summary: wordsOf(node),
    ...(group ? { group } : {}),
    ...(status.success ? { status: status.data } : {}),
    ...(sharing.success ? { sharing: sharing.data } : {}),
    ...(deprecated !== undefined ? { deprecated } : {}),
    members,
    uses: used,
    ...(companions.length ? { companions } : {}),
    files: [
      ...new Set([
        node.getSourceFile().fileName,
        defined.file,
        ...templates.flatMap((template) => template.pieces.map((p) => p.file)),
        ...sheets.flatMap((sheet) => [...sheet.properties, ...sheet.states].map((p) => p.place.file)),
        ...classes.map((classNode) => classNode.getSourceFile().fileName),
      ]),
    ].filter((file) => !isInPackage(file)),
  }
}

const unique = <T extends { name: string }>(items: T[]): T[] =>
  [...new Map(items.toReversed().map((item) => [item.name, item])).values()].toReversed()

function mergeProperties(found: CustomProperty[]): CustomProperty[] {
  const merged = new Map<string, CustomProperty>()
  for (const entry of found) {
    const known = merged.get(entry.name)
    if (!known) merged.set(entry.name, { ...entry })
    else {
      known.fallbacks = [...new Set([...known.fallbacks, ...entry.fallbacks])]
      known.usedBy = [...new Set([...known.usedBy, ...entry.usedBy])]
      known.hostValue ??= entry.hostValue
    }
  }
  return [...merged.values()]
}
