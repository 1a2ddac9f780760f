import ts from 'typescript'
import type { Contract, Member } from '../../contract/contract'
import type { Event } from '../../contract/event'
import type { Place } from '../../contract/member'
import type { PassThrough } from '../../contract/pass-through'
import type { Prop } from '../../contract/prop'
import type { Slot } from '../../contract/slot'
import { withoutUndefined } from '../../contract/type'
import type { Problem } from '../../problem'
import { declarationOf } from '../source/declarations'
import { tagText, wordsOf } from '../source/comments'
import type { CheckedTypes } from '../source/checked-types'
import { shownDefault } from '../source/defaults'
import { compareDefault } from '../source/stated-default'
import { readKeys } from '../source/keys'
import { reachedFrom } from '../source/reached'
import { freeName, nameOfFile, notRead, sameName, type Reading } from '../source/reading'
import { unwrap, walk, type SourceSet } from '../source/source-set'
import { innerBy, publicNames, type PublicNames } from '../source/public-names'
import { isThisProps } from './class-components'
import {
  aliasOf,
  codeOf,
  componentName,
  componentsIn,
  declaredComponentsIn,
  type FoundComponent,
} from './components'
import { withoutWrappers, wrappersAside } from './wrappers'
import { isMarkupCall } from './markup-calls'
import { addCompanions, contextsOf, propertiesOf } from './contexts'
import { isFilling, isCallable, propsOf, patternsOf, defaultsOf } from './props'

const markupFile = /\.(tsx|jsx|js|mjs|ts)$/

/** Reads the contracts of function components from scripts with JSX. */
export function readFunctions(sources: SourceSet, types: CheckedTypes): Reading {
  const problems: Problem[] = []
  const contracts: Contract[] = []
  const taken = new Map<string, string>()
  const byNode = new Map<ts.Node, string>()
  const all = [...sources.scripts.keys()]
    .filter((file) => markupFile.test(file))
    .flatMap((file) => foundIn(sources, types, file))
  const called = all.length
    ? publicNames(
        sources,
        all.map(({ node }) => node),
      )
    : new Map<ts.Node, string | undefined>()
  const { found, wrappers } = withoutWrappers(sources, eachOnce(sources, all, called))
  if (wrappers.length) problems.push(wrappersAside(sources, wrappers))
  const read: { value: FoundComponent; contract: Contract }[] = []
  // what is handed on by a name has it before what is inside and happens to be called the same
  const handedOn = (component: FoundComponent) => Number(called.get(component.node) !== undefined)
  for (const foundComponent of found.toSorted((a, b) => handedOn(b) - handedOn(a))) {
    const name = called.get(foundComponent.node) ?? nameOf(foundComponent)
    if (name === undefined) continue
    const tag = freeName(name, foundComponent.file, taken)
    if (tag === undefined) {
      problems.push(sameName(name, sources.place(foundComponent.node), taken.get(name)!))
      continue
    }
    try {
      const contract = {
        ...sources.once(
          `function ${foundComponent.file} ${foundComponent.exportName}`,
          [foundComponent.file],
          () => contractOf(sources, types, foundComponent, tag),
        ),
        tag,
        // of two that are called alike, which one keeps the name may change
        className: tag,
        ...innerBy(called, foundComponent.node),
      }
      taken.set(tag, foundComponent.file)
      byNode.set(foundComponent.node, tag)
      read.push({ value: foundComponent, contract })
      contracts.push(contract)
    } catch (error) {
      problems.push(notRead(name, sources.place(foundComponent.node), error))
    }
  }
  for (const { value: found, contract } of read)
    contract.uses = usesOf(
      sources.once(`uses ${found.file} ${found.exportName}`, [found.file], () => jsxNamesIn(sources, found)),
      byNode,
    ).filter((use) => use.tag !== contract.tag)
  addCompanions(
    read.map(({ value: found, contract }) => ({
      node: found.node,
      contract,
      properties: sources.once(`properties ${found.file} ${found.exportName}`, [found.file], () =>
        propertiesOf(sources, found),
      ),
      contexts: sources.once(`contexts ${found.file} ${found.exportName}`, [found.file], () =>
        contextsOf(sources, found),
      ),
    })),
  )
  return { contracts, problems }
}

/** Components by what code says, and those that only declarations beside it tell. */
function foundIn(sources: SourceSet, types: CheckedTypes, file: string): FoundComponent[] {
  const found = sources.once(`functions ${file}`, [file], () => componentsIn(sources, file))
  const nodes = new Set(found.map(({ node }) => node))
  return [...found, ...declaredComponentsIn(sources, types, file).filter(({ node }) => !nodes.has(node))]
}

/**
 * Components each once: what a module only gives another name, or more properties, is the component of the
 * module it comes from: `const Fold = InnerFold`, `Object.assign(InnerFold, { Leaf })`. It is told by the
 * name that the package hands on, and else by its own.
 */
function eachOnce(sources: SourceSet, all: readonly FoundComponent[], called: PublicNames): FoundComponent[] {
  const nodes = new Map(all.map((component) => [component.node as ts.Node, component]))
  const dropped = new Set<ts.Node>()
  for (const { node } of all) {
    const same = nodes.get(aliasOf(sources, node) ?? node)
    if (!same || same.node === node) continue
    if (!called.has(node)) dropped.add(node)
    else if (!called.has(same.node)) dropped.add(same.node)
  }
  return all.filter(({ node }) => !dropped.has(node))
}

/**
 * What a component is called where its package does not say: a default by its own name or by its file,
 * another by the name it is asked for by, or its own where that says more (`DialogRoot` that is handed on as
 * `Root`). What none of these calls a component is none: a function that makes or shows something else.
 */
function nameOf({ name, exportName, file }: FoundComponent): string | undefined {
  // what was made small has names of a letter or two, and these say nothing
  if (exportName === 'default' && /^[a-z]\w{2,}$/.test(name)) return undefined
  const isOwn = exportName === 'default' || (componentName.test(name) && name.endsWith(exportName))
  return [isOwn ? name : exportName, nameOfFile(file)].find((candidate) => componentName.test(candidate))
}

function contractOf(
  sources: SourceSet,
  types: CheckedTypes,
  foundComponent: FoundComponent,
  tag: string,
): Contract {
  const commented = ts.isVariableDeclaration(foundComponent.node)
    ? foundComponent.node.parent.parent
    : foundComponent.node
  const defaults = defaultsOf(sources, foundComponent)
  const props: Prop[] = []
  const slots: Slot[] = []
  const events: Event[] = []
  let outside = false
  for (const raw of propsOf(sources, types, foundComponent)) {
    if (raw.outside) {
      outside = true
      // what comes from outside counts where the component names it itself
      if (raw.name !== 'children' && !defaults.named.has(raw.name)) continue
    }
    const words = {
      ...(raw.comment ? { comment: raw.comment } : {}),
      ...(raw.deprecated !== undefined ? { deprecated: raw.deprecated } : {}),
      ...(raw.since ? { since: raw.since } : {}),
    }
    const common = {
      name: raw.name,
      place: raw.place,
      known: 'declared' as const,
      disagreements: [],
      ...words,
    }
    const { type, optional } = withoutUndefined(raw.type)
    if (raw.name === 'ref' || raw.name === 'key') continue
    if (raw.name === 'children' && isFilling(type))
      slots.push({ kind: 'slot', ...common, name: '', fallback: '', feeds: [] })
    else if (isFilling(type)) slots.push({ kind: 'slot', ...common, fallback: '', feeds: [] })
    else if (/^on[A-Z]/.test(raw.name) && isCallable(type))
      events.push({
        kind: 'event',
        ...common,
        bubbles: false,
        composed: false,
        cancelable: false,
        ...(raw.carries ? { detail: raw.carries } : {}),
      })
    else {
      const prop: Prop = {
        kind: 'prop',
        ...common,
        type,
        readonly: false,
        reflects: false,
        required: !raw.optional && !optional && !defaults.values.has(raw.name),
        ...(raw.default !== undefined && !defaults.values.has(raw.name) ? { default: raw.default } : {}),
        ...shownDefault(sources, defaults.values.get(raw.name)),
        ...(raw.accepts?.length ? { asked: raw.accepts } : {}),
      }
      if (defaults.values.has(raw.name)) compareDefault(prop, raw.default)
      props.push(prop)
    }
  }
  const handedOn = restOf(sources, foundComponent)
  const keys = readKeys(
    sources,
    reachedFrom(sources, [codeOf(foundComponent)], (name) => !/^[A-Z]/.test(name)),
  )
  const members: Member[] = [
    ...props,
    ...slots.sort((a, b) => Number(a.name !== '') - Number(b.name !== '')),
    ...events,
    ...keys,
    ...(handedOn ??
      (outside
        ? [
            {
              kind: 'pass-through' as const,
              name: 'attributes',
              place: sources.place(foundComponent.node),
              known: 'inferred' as const,
              disagreements: [],
            },
          ]
        : [])),
  ]
  const deprecated = tagText(commented, 'deprecated')
  return {
    tag,
    language: 'jsx',
    className: tag,
    exportName: foundComponent.exportName,
    exported: true,
    place: sources.place(foundComponent.node),
    summary: wordsOf(commented),
    ...(deprecated !== undefined ? { deprecated } : {}),
    members,
    uses: [],
    files: [foundComponent.file],
  }
}

/**
 * The element that gets what is left of the props: the one the rest, or the props themselves, are spread
 * over.
 */
function restOf(sources: SourceSet, component: FoundComponent): PassThrough[] | undefined {
  const body = component.made ?? component.fn?.body
  if (!body) return undefined
  const rests = new Set(
    patternsOf(component).flatMap((pattern) =>
      pattern.elements.filter((element) => element.dotDotDotToken).map((element) => element.name.getText()),
    ),
  )
  const name = component.fn?.parameters[0]?.name
  if (name && ts.isIdentifier(name)) rests.add(name.text)
  let found: PassThrough | undefined
  const isRest = (node: ts.Expression) => (ts.isIdentifier(node) ? rests.has(node.text) : isThisProps(node))
  const hand = (node: ts.Node, to: string) => {
    found ??= {
      kind: 'pass-through',
      name: 'attributes',
      place: sources.place(node),
      known: 'declared',
      disagreements: [],
      to,
    }
  }
  walk(body, (node) => {
    if (ts.isJsxSpreadAttribute(node) && isRest(node.expression))
      hand(node, node.parent.parent.tagName.getText())
    if (!ts.isCallExpression(node)) return
    const [element, given] = node.arguments
    if (element && given && isMarkupCall(sources, node) && holdsWhole(given, isRest))
      hand(node, ts.isStringLiteralLike(element) ? element.text : element.getText())
  })
  return found && [found]
}

/**
 * Whether the props that a call of compiled JSX hands over hold all of something: `{ …rest }`, `merge({},
 * rest)`.
 */
function holdsWhole(given: ts.Expression, isMeant: (node: ts.Expression) => boolean): boolean {
  const node = unwrap(given)
  if (ts.isObjectLiteralExpression(node))
    return node.properties.some(
      (property) => ts.isSpreadAssignment(property) && holdsWhole(property.expression, isMeant),
    )
  if (ts.isCallExpression(node)) return node.arguments.some((argument) => holdsWhole(argument, isMeant))
  return isMeant(node)
}

/** Names of components in a component's JSX, each with the declaration it leads to. */
function jsxNamesIn(sources: SourceSet, foundComponent: FoundComponent): { node: ts.Node; place: Place }[] {
  const names: ReturnType<typeof jsxNamesIn> = []
  walk(codeOf(foundComponent), (node) => {
    if (!ts.isJsxOpeningElement(node) && !ts.isJsxSelfClosingElement(node)) return
    const name = node.tagName
    const found = ts.isIdentifier(name) && /^[A-Z]/.test(name.text) ? declarationOf(sources, name) : undefined
    if (found) names.push({ node: found, place: sources.place(node) })
  })
  return names
}

/** Which components of the library these are, each once. */
function usesOf(
  names: ReturnType<typeof jsxNamesIn>,
  byNode: ReadonlyMap<ts.Node, string>,
): Contract['uses'] {
  const uses = new Map<string, Contract['uses'][number]>()
  for (const { node, place } of names) {
    const tag = byNode.get(node)
    if (tag && !uses.has(tag)) uses.set(tag, { tag, place })
  }
  return [...uses.values()]
}
