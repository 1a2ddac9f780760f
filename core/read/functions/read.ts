import ts from 'typescript'
import type { Contract, Member } from '../../contract/contract'
import type { Event } from '../../contract/event'
import type { Prop } from '../../contract/prop'
import type { Slot } from '../../contract/slot'
import { withoutUndefined } from '../../contract/type'
import type { Problem } from '../../problem'
import { tagText, wordsOf } from '../source/comments'
import type { CheckedTypes } from '../source/checked-types'
import { shownDefault } from '../source/defaults'
import { compareDefault } from '../source/stated-default'
import { readKeys } from '../source/keys'
import { reachedFrom } from '../source/reached'
import { freeName, notRead, sameName, type Reading } from '../source/reading'
import type { SourceSet } from '../source/source-set'
import { innerBy, publicNames } from '../source/public-names'
import { cataloguesIn } from './catalogues'
import { codeOf, componentsIn, declaredComponentsIn, type FoundComponent } from './components'
import { restOf } from './handed-on'
import { eachOnce, nameOf } from './naming'
import { jsxNamesIn, usesOf } from './uses'
import { withoutWrappers, wrappersAside } from './wrappers'
import { addCompanions, contextsOf, propertiesOf } from './contexts'
import { isFilling, isCallable, propsOf, defaultsOf } from './props'

const markupFile = /\.(tsx|jsx|js|mjs|ts)$/

/** Reads the contracts of function components from scripts with JSX. */
// eslint-disable-next-line max-lines-per-function -- one pass over the exports of a library
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
  const catalogues = cataloguesIn(sources, types, found)
  const shared = [...catalogues].sort().join()
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
          `function ${foundComponent.file} ${foundComponent.exportName} ${shared}`,
          [foundComponent.file],
          () => contractOf(sources, types, foundComponent, { tag, catalogues }),
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

// eslint-disable-next-line max-lines-per-function -- parts of one contract in order, each by a function
function contractOf(
  sources: SourceSet,
  types: CheckedTypes,
  foundComponent: FoundComponent,
  { tag, catalogues }: { tag: string; catalogues: ReadonlySet<string> },
): Contract {
  const commented = ts.isVariableDeclaration(foundComponent.node)
    ? foundComponent.node.parent.parent
    : foundComponent.node
  const defaults = defaultsOf(sources, foundComponent)
  const props: Prop[] = []
  const slots: Slot[] = []
  const events: Event[] = []
  let outside = false
  for (const raw of propsOf(sources, types, foundComponent, catalogues)) {
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
