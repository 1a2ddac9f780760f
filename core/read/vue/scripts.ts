import ts from 'typescript'
import type { Contract, Member } from '../../contract/contract'
import type { CheckedTypes } from '../source/checked-types'
import { optionOf, valueOfDeclaration } from '../source/declarations'
import { evaluate } from '../source/evaluate'
import { exportsOf } from '../source/exported'
import { readKeys } from '../source/keys'
import { packageFile } from '../source/packages'
import { reachedFrom } from '../source/reached'
import { nameOfFile, notRead, type Reading } from '../source/reading'
import { unwrap, type SourceSet } from '../source/source-set'
import { joinVueDeclarations } from './declared-types'
import { VueMembers } from './members'
import { readOptions } from './options-form'
import { eventsInScript, slotsInScript } from './script-slots'
import { TypedMembers } from './typed'

interface FoundComponent {
  name: string
  exportName: string
  file: string
  node: ts.Declaration
  options: ts.ObjectLiteralExpression
}

/** Options by which a component renders or works; an object with one of them may be a component … */
const rendering = ['setup', 'render', 'template', 'data', 'computed']
/** … and is one where it has one of these too, or is handed to what makes components. */
const telling = ['props', 'emits', 'name', '__name', 'components', 'extends', 'mixins']

/**
 * Vue components that plain scripts export: options handed to a helper or alone, also as Vue's compiler
 * leaves them.
 */
export function readVueScripts(sources: SourceSet, types: CheckedTypes, taken: ReadonlySet<string>): Reading {
  const reading: Reading = { contracts: [], problems: [] }
  if (!isVueLibrary(sources)) return reading
  const names = new Set(taken)
  const nodes = new Set<ts.Node>()
  for (const file of sources.scripts.keys()) {
    if (!/\.[cm]?[jt]sx?$/.test(file)) continue
    const found = sources.once(`vue scripts ${file}`, [file], () => componentsIn(sources, file))
    for (const component of found) {
      if (nodes.has(component.node)) continue
      nodes.add(component.node)
      try {
        const contract = sources.once(`vue script ${file} ${component.exportName}`, [file], () =>
          contractOf(sources, types, component),
        )
        const tag = [contract.tag, component.name, nameOfFile(file)].find((name) => name && !names.has(name))
        if (tag === undefined) continue
        names.add(tag)
        reading.contracts.push({ ...contract, tag })
      } catch (error) {
        reading.problems.push(notRead(component.name, sources.place(component.node), error))
      }
    }
  }
  return reading
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
    const options = value && optionsIn(sources, value)
    return options ? [{ name: name || nameOfFile(file), exportName, file, node, options }] : []
  })
}

/** The options of a component: an object of its own, or one among what helpers are handed. */
function optionsIn(
  sources: SourceSet,
  expression: ts.Expression,
  depth = 0,
): ts.ObjectLiteralExpression | undefined {
  const node = unwrap(expression)
  if (depth > 6) return undefined
  if (ts.isCallExpression(node))
    return node.arguments
      .map((argument) => optionsIn(sources, argument, depth + 1))
      .find((options) => options !== undefined)
  const object = ts.isObjectLiteralExpression(node)
    ? node
    : ts.isIdentifier(node)
      ? objectNamed(sources, node, depth)
      : undefined
  if (!object) return undefined
  const names = new Set(object.properties.map((property) => property.name?.getText()))
  const isHanded = ts.isCallExpression(node.parent) && /component/i.test(node.parent.expression.getText())
  const isTold = isHanded || telling.some((name) => names.has(name))
  return isTold && rendering.some((name) => names.has(name)) ? object : undefined
}

function objectNamed(sources: SourceSet, name: ts.Identifier, depth: number) {
  const found = sources.lookUp(name.getSourceFile().fileName, name.text)
  const value = found?.is === 'node' ? valueOfDeclaration(found.node) : undefined
  return value && optionsIn(sources, value, depth + 1)
}

function contractOf(sources: SourceSet, types: CheckedTypes, found: FoundComponent): Contract {
  const members = new VueMembers(sources, types)
  readOptions(members, found.options, new Set())
  members.readComment(ts.isVariableDeclaration(found.node) ? found.node.parent.parent : found.node)
  const given = optionOf(found.options, '__name')
  const compiled = given && evaluate(sources, given)
  members.name ??= typeof compiled === 'string' ? compiled : undefined
  const slotTypes = optionOf(found.options, 'slots')
  const typed = slotTypes && ts.isAsExpression(slotTypes) ? slotTypes.type : undefined
  if (typed && ts.isTypeReferenceNode(typed) && typed.typeArguments?.[0])
    new TypedMembers(members).slots(typed.typeArguments[0])
  const reached = reachedFrom(sources, [found.options, found.node], (name) => !/^[A-Z]/.test(name))
  members.takeFromScript(slotsInScript(sources, reached), eventsInScript(sources, reached))
  joinVueDeclarations(members, found.file, [found.exportName, found.name])
  const all: Member[] = [
    ...members.props.values(),
    ...[...members.slots.values()].sort((a, b) => Number(a.name !== '') - Number(b.name !== '')),
    ...members.events.values(),
    ...members.methods.values(),
    ...readKeys(sources, reached),
    ...(members.inherits ? [passThrough(sources, found)] : []),
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
const passThrough = (sources: SourceSet, { node }: FoundComponent): Member => ({
  kind: 'pass-through',
  name: 'attributes',
  place: sources.place(node),
  known: 'inferred',
  disagreements: [],
})
