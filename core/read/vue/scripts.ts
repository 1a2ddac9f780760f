import ts from 'typescript'
import type { Contract, Member } from '../../contract/contract'
import type { CheckedTypes } from '../source/checked-types'
import { objectBehind, optionOf, valueOfDeclaration } from '../source/declarations'
import { evaluate } from '../source/evaluate'
import { exportsOf } from '../source/exported'
import { readKeys } from '../source/keys'
import { packageFile } from '../source/package-file'
import { innerBy, publicNames, type PublicNames } from '../source/public-names'
import { reachedFrom } from '../source/reached'
import { freeName, nameOfFile, notRead, sameName, type Reading } from '../source/reading'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { joinVueDeclarations } from './declared-types'
import { VueMembers } from './members'
import { completedBy, pairsIn, type Completed } from './completed'
import { readOptions } from './options-form'
import { handedOnTo, renderedBy } from './rendered'
import { dressedByScope } from './scoped-sheets'
import { eventsInScript, slotsInScript } from './script-slots'
import { TypedMembers } from './typed'

interface FoundComponent {
  name: string
  exportName: string
  file: string
  node: ts.Declaration
  options: ts.ObjectLiteralExpression
  /** How many helpers and names lie between what is exported and the options. */
  steps: number
  /** Options that were added after these were written. */
  completed: Completed
}

/** Options by which a component renders or works; an object with one of them may be a component … */
const rendering = ['setup', 'render', 'template', 'data', 'computed']
/** … and is one where it has one of these too, or is handed to what makes components. */
const telling = ['props', 'emits', 'name', '__name', 'components', 'extends', 'mixins']

/** What a component may say of itself (Vue API, Options), also as its compilers leave it. */
const options = new Set([
  ...rendering,
  ...telling,
  ...(
    'methods watch provide inject directives filters inheritAttrs slots expose model compilerOptions ' +
    '__file __scopeId __cssModules ssrRender functional beforeCreate created beforeMount mounted ' +
    'beforeUpdate updated beforeUnmount unmounted beforeDestroy destroyed activated deactivated ' +
    'errorCaptured renderTracked renderTriggered serverPrefetch'
  ).split(' '),
])

/**
 * Vue components that plain scripts export: options handed to a helper or alone, also as Vue's compiler
 * leaves them.
 */
export function readVueScripts(sources: SourceSet, types: CheckedTypes, taken: ReadonlySet<string>): Reading {
  const reading: Reading = { contracts: [], problems: [] }
  if (!isVueLibrary(sources)) return reading
  const names = new Set(taken)
  const mixedIn = mixinsIn(sources)
  const found = scriptsIn(sources).filter(({ options }) => !mixedIn.has(options) || rendersItself(options))
  const called = found.length
    ? publicNames(
        sources,
        found.map(({ node }) => node),
      )
    : new Map<ts.Node, string | undefined>()
  for (const component of eachOnce(found, called)) {
    const { file } = component
    const handedOn = called.get(component.node)
    try {
      const contract = sources.once(
        `vue script ${file} ${component.exportName} ${handedOn ?? ''}`,
        [file],
        () => contractOf(sources, types, component, handedOn),
      )
      const tag =
        [handedOn, contract.tag, component.name, nameOfFile(file)].find((name) => name && !names.has(name)) ??
        freeName(contract.tag, file, names)
      if (tag === undefined) {
        reading.problems.push(sameName(contract.tag, sources.place(component.node), file))
        continue
      }
      names.add(tag)
      reading.contracts.push({ ...contract, tag, ...innerBy(called, component.node) })
    } catch (error) {
      reading.problems.push(notRead(component.name, sources.place(component.node), error))
    }
  }
  return reading
}

/** Options that others mix into theirs (Vue API, `mixins`): alone they show nothing. */
const mixinsIn = (sources: SourceSet): ReadonlySet<ts.ObjectLiteralExpression> =>
  new Set(
    [...sources.scripts.values()].flatMap((script) =>
      sources.once(`mixins ${script.fileName}`, [script.fileName], () => mixinsOf(sources, script)),
    ),
  )

function mixinsOf(sources: SourceSet, script: ts.SourceFile): ts.ObjectLiteralExpression[] {
  const found: ts.ObjectLiteralExpression[] = []
  if (!script.text.includes('mixins')) return found
  walk(script, (node) => {
    if (!ts.isPropertyAssignment(node) || node.name.getText() !== 'mixins') return
    const list = unwrap(node.initializer)
    for (const mixin of ts.isArrayLiteralExpression(list) ? list.elements : []) {
      const object = objectBehind(sources, mixin)
      if (object) found.push(object)
    }
  })
  return found
}

const rendersItself = (options: ts.ObjectLiteralExpression): boolean =>
  ['setup', 'render', 'template'].some((name) => isGiven(options, name))

const scriptsIn = (sources: SourceSet): FoundComponent[] =>
  [...sources.scripts.keys()]
    .filter((file) => /\.[cm]?[jt]sx?$/.test(file))
    .flatMap((file) => sources.once(`vue scripts ${file}`, [file], () => componentsIn(sources, file)))

/**
 * Components by the options they are made of, each once: what is handed from helper to helper and from file
 * to file on its way out of the package is the same all the way, and is called as it is called in the end.
 */
function eachOnce(found: readonly FoundComponent[], called: PublicNames): FoundComponent[] {
  const outermost = new Map<ts.Node, FoundComponent>()
  // a name that begins so says it is not for others
  const isForOthers = ({ node }: FoundComponent) => !called.get(node)?.startsWith('_')
  const isBefore = (a: FoundComponent, b: FoundComponent) => {
    if (called.has(a.node) !== called.has(b.node)) return called.has(a.node)
    return isForOthers(a) === isForOthers(b) ? a.steps > b.steps : isForOthers(a)
  }
  for (const component of found) {
    const known = outermost.get(component.options)
    if (!known || isBefore(component, known)) outermost.set(component.options, component)
  }
  return found.filter((component) => outermost.get(component.options) === component)
}

/** Whether the library says, or its scripts show, that it is written for Vue. */
function isVueLibrary(sources: SourceSet): boolean {
  const file = packageFile(sources.texts.get('package.json'))
  const named = ['dependencies', 'peerDependencies', 'devDependencies'].some(
    (key) => typeof file?.[key] === 'object' && file[key] !== null && 'vue' in file[key],
  )
  return named || [...sources.scripts.values()].some((script) => /\bfrom\s*['"]vue['"]/.test(script.text))
}

function componentsIn(sources: SourceSet, file: string): FoundComponent[] {
  return exportsOf(sources, file).flatMap(({ name, exportName, node }) => {
    const value = valueOfDeclaration(node)
    const made = value && optionsIn(sources, value)
    return made ? [{ name: name || nameOfFile(file), exportName, file, node, ...made }] : []
  })
}

type Made = Pick<FoundComponent, 'options' | 'steps' | 'completed'>

/** The options of a component: an object of its own, or one among what helpers are handed. */
function optionsIn(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
  handed: Completed = new Map(),
): Made | undefined {
  const node = unwrap(expression)
  if (depth > 6) return undefined
  if (ts.isCallExpression(node)) {
    const added = new Map([...pairsIn(node), ...handed])
    for (const argument of node.arguments) {
      const made = optionsIn(sources, argument, depth + 1, added)
      if (made) return made
    }
    return undefined
  }
  if (ts.isIdentifier(node)) return optionsNamed(sources, node, depth, handed)
  if (!ts.isObjectLiteralExpression(node)) return undefined
  if (!isTold(node)) return undefined
  const completed = new Map([...completedBy(sources, node), ...handed])
  const isRendered = rendering.some((name) => isGiven(node, name) || completed.has(name))
  return isRendered ? { options: node, steps: depth, completed } : undefined
}

/**
 * Whether an object is the options of a component where it renders, and not that of props, or of anything
 * else.
 */
function isTold(object: ts.ObjectLiteralExpression): boolean {
  const names = new Set(object.properties.map((property) => property.name?.getText()))
  const isHanded = ts.isCallExpression(object.parent) && /component/i.test(object.parent.expression.getText())
  const known = object.properties.filter((property) => options.has(property.name?.getText() ?? ''))
  // an object of another kind may share a name or two with one
  const isMostly = known.length * 2 >= object.properties.length
  return isHanded || (isMostly && telling.some((name) => names.has(name)))
}

/** Whether an option is there as Vue takes it: a prop that is called the same is an object with a type. */
function isGiven(object: ts.ObjectLiteralExpression, name: string): boolean {
  const option = object.properties.find((property) => property.name?.getText() === name)
  if (!option || !ts.isPropertyAssignment(option)) return option !== undefined
  const value = unwrap(option.initializer)
  if (!ts.isObjectLiteralExpression(value)) return true
  return name === 'computed' && !value.properties.some((property) => property.name?.getText() === 'type')
}

function optionsNamed(
  sources: SourceSet,
  name: ts.Identifier,
  depth: number,
  handed: Completed,
): Made | undefined {
  const found = sources.lookUp(name.getSourceFile().fileName, name.text)
  const value = found?.is === 'node' ? valueOfDeclaration(found.node) : undefined
  return value && optionsIn(sources, value, depth + 1, handed)
}

/**
 * `handedOn`: what the package calls it, as its declarations do; in code that was bundled little else does.
 */
function contractOf(
  sources: SourceSet,
  types: CheckedTypes,
  found: FoundComponent,
  handedOn: string | undefined,
): Contract {
  const members = new VueMembers(sources, types)
  const { completed } = found
  readOptions(members, found.options, new Set())
  members.readComment(ts.isVariableDeclaration(found.node) ? found.node.parent.parent : found.node)
  const given = optionOf(found.options, '__name')
  const compiled = given && evaluate(sources, given)
  members.name ??= typeof compiled === 'string' ? compiled : undefined
  const slotTypes = optionOf(found.options, 'slots')
  const typed = slotTypes && ts.isAsExpression(slotTypes) ? slotTypes.type : undefined
  if (typed && ts.isTypeReferenceNode(typed) && typed.typeArguments?.[0])
    new TypedMembers(members).slots(typed.typeArguments[0])
  const starts = [found.options, found.node, ...completed.values()]
  const reached = reachedFrom(sources, starts, (name) => !/^[A-Z]/.test(name))
  members.takeFromScript(slotsInScript(sources, reached), eventsInScript(sources, reached))
  const called = [handedOn, found.exportName, found.name, members.name].filter((name) => name !== undefined)
  joinVueDeclarations(members, found.file, called)
  const all: Member[] = [
    ...members.toldProps(),
    ...[...members.slots.values()].sort((a, b) => Number(a.name !== '') - Number(b.name !== '')),
    ...members.events.values(),
    ...members.methods.values(),
    ...readKeys(sources, reached),
    ...dressedByScope(sources, found.file, completed),
    ...passThrough(sources, found, members.inherits),
  ]
  const name = members.name ?? found.name
  return {
    tag: name,
    language: 'vue',
    className: name,
    exportName: found.exportName,
    exported: true,
    place: sources.place(found.node),
    summary: members.summary,
    ...(members.deprecated !== undefined ? { deprecated: members.deprecated } : {}),
    members: all,
    uses: [],
    files: [found.file],
  }
}

/** Attributes that are no props land on a component's root (Vue guide, fallthrough attributes). */
function passThrough(
  sources: SourceSet,
  { node, options, completed }: FoundComponent,
  inherits: boolean,
): Member[] {
  const rendered = renderedBy(sources, options, completed)
  const handed = rendered && handedOnTo(sources, rendered, inherits)
  if (handed ? handed.to === undefined : !inherits) return []
  return [
    {
      kind: 'pass-through',
      name: 'attributes',
      place: sources.place(node),
      known: 'inferred',
      disagreements: [],
      ...(handed?.to === undefined ? {} : { to: handed.to }),
    },
  ]
}
