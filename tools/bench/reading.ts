import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'
import { z } from 'zod'
import { membersOf as contractMembers, type Contract } from '~~/core/contract/contract'
import { printType, withoutUndefined, type TypeModel } from '~~/core/contract/type'
import { readLibrary } from '~~/core/read/read'
import { isBeside } from '~~/core/read/source/reading'
import { CheckedTypes } from '~~/core/read/source/checked-types'
import { SourceSet, type Outside, type SourceText } from '~~/core/read/source/source-set'
import { typeOfText } from '~~/core/read/source/type-text'

/**
 * How well published libraries are read: what a library states of itself (its manifest, or its
 * declarations) against what we read from its source. One library a run: folder, folder of its
 * dependencies, and where its own statement is. Prints one JSON object.
 */
interface Stated { name: string; type?: TypeModel | undefined; default?: string | undefined }
/** `also` names what a component has besides, from what it is built on; to read it is no mistake. */
interface Statement { of: string; names: Stated[]; also?: string[]; at?: string }
interface Material { name: string; folder: string; source: string; dependencies: string; states: 'attributes' | 'fields' | 'vue-declarations' | 'function-declarations'; at: string }

const material = JSON.parse(process.argv[2]!) as Material
const verbose = process.argv.includes('--verbose')

function filesIn(folder: string): SourceText[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) => one.isFile()).map((one) => join(one.parentPath, one.name))
    .filter((one) => /\.([cm]?[jt]sx?|vue|css|json)$/.test(one) && !/node_modules|custom-elements[^/]*\.json$/.test(one) && statSync(one).size < 2_000_000)
    .map((one) => ({ path: relative(folder, one), text: readFileSync(one, 'utf8') }))
}
const cache = new Map<string, string | undefined>()
const outside: Outside = (path) => {
  if (!cache.has(path)) cache.set(path, [material.dependencies, process.cwd()].map((base) => textAt(join(base, path))).find((one) => one !== undefined))
  return cache.get(path)
}
function textAt(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return undefined
  }
}

// ── what a manifest states ──

const stated = z.looseObject({ name: z.string().optional(), type: z.unknown().optional(), default: z.string().optional() })
const declaration = z.looseObject({ tagName: z.string().optional(), name: z.string().optional(), attributes: z.array(stated).optional(), members: z.array(z.looseObject({ kind: z.string(), name: z.string(), static: z.boolean().optional(), privacy: z.string().optional(), type: z.unknown().optional(), default: z.string().optional() })).optional() })
function typeIn(type: unknown): TypeModel | undefined {
  const text = typeof type === 'string' ? type : typeof type === 'object' && type !== null && 'text' in type && typeof type.text === 'string' ? type.text : undefined
  return text === undefined || text === '' || text === 'undefined' ? undefined : typeOfText(text)
}

/** A name that every element of the page has already is the browser's, not the component's. */
const ofEveryElement = new Set(['textContent', 'innerHTML'])

function manifestStatements(): Statement[] {
  const json: unknown = JSON.parse(readFileSync(join(material.folder, material.at), 'utf8'))
  // the older shape of such files lists tags; the current one lists modules with declarations
  const tags = z.object({ tags: z.array(declaration) }).safeParse(json)
  const declarations = tags.success ? tags.data.tags : z.object({ modules: z.array(z.looseObject({ declarations: z.array(declaration).optional() })) }).parse(json).modules.flatMap((one) => (one.declarations ?? []).map((each) => ({ ...each, path: one.path })))
  return declarations.filter((one) => one.tagName ?? tags.success).map((one) => ({
    of: one.tagName ?? one.name!, at: typeof one.path === 'string' ? one.path.replace(/^\.\//, '') : '',
    names: material.states === 'attributes'
      ? (one.attributes ?? []).flatMap((each) => (each.name ? [{ name: each.name, type: typeIn(each.type), default: each.default }] : []))
      : (one.members ?? []).filter((each) => each.kind === 'field' && !each.static && (each.privacy ?? 'public') === 'public' && !/^[_#]/.test(each.name) && !ofEveryElement.has(each.name)).map((each) => ({ name: each.name, type: typeIn(each.type), default: each.default })),
  }))
}

// ── what declarations state ──

function declaredStatements(contracts: Contract[]): Statement[] {
  // the declarations themselves as the only files of a set: nothing of the source is there to help
  const root = join(material.folder, material.at)
  const declarations = new Map(readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((one) => one.endsWith('.d.ts')).map((one) => [one, readFileSync(join(root, one), 'utf8')]))
  const within: Outside = (path) => declarations.get(path) ?? declarations.get(path.replace(/^.*?stated\//, '')) ?? outside(path)
  const want = contracts.flatMap((one) => {
    const path = material.states === 'vue-declarations' ? `${one.files[0]!}.d.ts` : one.files[0]!.replace(/\.[jt]sx?$/, '.d.ts')
    return declarations.has(path) ? [{ one, path }] : []
  })
  const entry = { path: 'entry.ts', text: want.map(({ one, path }, i) => `import ${one.exportName === 'default' ? `C${i}` : `{ ${one.exportName} as C${i} }`} from './${path.replace(/\.d\.ts$/, '')}'\nexport const c${i} = C${i}`).join('\n') }
  const sources = new SourceSet([entry], within)
  const types = new CheckedTypes(sources)
  const { checker } = types
  const at = sources.scripts.get('entry.ts')!
  const constants = new Map(at.statements.filter(ts.isVariableStatement).map((one) => [one.declarationList.declarations[0]!.name.getText(), one.declarationList.declarations[0]!]))
  const isOurs = (symbol: ts.Symbol) => (symbol.declarations ?? []).some((one) => declarations.has(one.getSourceFile().fileName))
  return want.flatMap(({ one }, i) => {
    const type = checker.getTypeAtLocation(constants.get(`c${i}`)!)
    const props = material.states === 'vue-declarations' ? propsOfInstance(checker, type, at) : propsOfCall(checker, type, at)
    if (!props) return []
    const all = types.propsOf(props, at)
    const own = all.filter(({ symbol, name }) => isOurs(symbol) && name !== 'ref' && name !== 'key')
    return [{ of: one.tag, names: own.map(({ name, model }) => ({ name, type: model() })), also: all.map(({ name }) => name) }]
  })
}
function propsOfInstance(checker: ts.TypeChecker, type: ts.Type, at: ts.Node): ts.Type | undefined {
  const made = type.getConstructSignatures()[0]?.getReturnType()
  const props = made && checker.getPropertyOfType(made, '$props')
  return props ? checker.getTypeOfSymbolAtLocation(props, at) : propsOfCall(checker, type, at)
}
function propsOfCall(checker: ts.TypeChecker, type: ts.Type, at: ts.Node): ts.Type | undefined {
  const first = type.getCallSignatures().at(-1)?.getParameters()[0]
  return first && checker.getTypeOfSymbolAtLocation(first, at)
}

// ── what we read ──

const eventProp = (name: string): string => `on${name.charAt(0).toUpperCase()}${name.slice(1)}`
function ours(contract: Contract): Stated[] {
  const props = contractMembers(contract, 'prop')
  if (material.states === 'attributes') return props.filter((one) => one.attribute).map((one) => ({ name: one.attribute!, type: one.type, default: one.default }))
  if (material.states === 'fields') return props.filter((one) => !one.attributeOnly).map((one) => ({ name: one.name, type: one.type, default: one.default }))
  const events = contractMembers(contract, 'event')
  return [
    ...props.map((one) => ({ name: one.name, type: one.type })),
    ...(material.states === 'vue-declarations' ? events.map((one) => ({ name: eventProp(one.name) })) : [...events.map((one) => ({ name: one.name })), ...contractMembers(contract, 'slot').map((one) => ({ name: one.name || 'children' }))]),
  ]
}

/** One form for types that say the same: order of a union, quotes, spaces, `Array<T>`, names of constructors. */
function formOf(type: TypeModel): string {
  const flat = (one: TypeModel): string[] => {
    if (one.is === 'union') return one.of.flatMap(flat)
    if (one.is === 'list') return [`(${formOf(one.of)})[]`]
    if (one.is === 'object') return [`{${one.fields.map((field) => `${field.name}:${formOf(field.type)}`).sort().join(';')}}`]
    const text = printType(one).replace(/\s+/g, '').replaceAll('"', "'")
    return [{ Boolean: 'boolean', String: 'string', Number: 'number', array: '(unknown)[]', Array: '(unknown)[]', any: 'unknown', object: '{}', Object: '{}' }[text] ?? text]
  }
  return [...new Set(flat(withoutUndefined(type).type))].filter((one) => one !== 'null' && one !== 'undefined').sort().join('|')
}
/** Names stand for what they name: a statement may use either. */
const sameType = (a: TypeModel, b: TypeModel): boolean => {
  const named = (one: TypeModel): string => ((one.is === 'object' || one.is === 'union') && one.named) || (one.is === 'list' ? `(${named(one.of)})[]` : one.is === 'union' ? [...new Set(one.of.filter((each) => each.is !== 'null').map(named))].sort().join('|') : formOf(one))
  const forms = (type: TypeModel) => { const { type: plain } = withoutUndefined(type); return [formOf(plain), named(plain), ...(plain.is === 'union' ? [named({ ...plain, named: undefined })] : [])] }
  const mine = new Set(forms(a))
  return forms(b).some((one) => mine.has(one))
}
const normalDefault = (text: string): string => text.trim().replace(/^["'`](.*)["'`]$/s, '$1').replace(/^\\?["'](.*?)\\?["']$/s, '$1').replace(/\s+/g, '')

const files = filesIn(join(material.folder, material.source))
const began = performance.now()
const reading = readLibrary(files, outside)
const ms = performance.now() - began
const statements = material.states.endsWith('declarations') ? declaredStatements(reading.contracts) : manifestStatements()
const byTag = new Map(reading.contracts.map((one) => [one.tag, one]))
const count = { stated: 0, read: 0, both: 0, typesStated: 0, typesRead: 0, typesSame: 0, components: 0, aside: 0, notRead: [] as string[] }
const missed: string[] = []
const extra: string[] = []
const differing: string[] = []
for (const { of, names, also, at } of statements) {
  const contract = byTag.get(of)
  if (!contract) {
    // what stands among tests and demonstrations is left aside on purpose; any other is missed with all its names
    if (at !== undefined && isBeside(at)) count.aside++
    else {
      count.notRead.push(of)
      count.stated += names.length
      missed.push(...names.map((one) => `${of} ${one.name}`))
    }
    continue
  }
  count.components++
  const read = new Map(ours(contract).map((one) => [one.name, one]))
  const said = new Map(names.map((one) => [one.name, one]))
  count.stated += said.size
  for (const one of said.values()) {
    const mine = read.get(one.name)
    if (!mine) {
      missed.push(`${of} ${one.name}`)
      continue
    }
    count.both++
    const compare = <T>(what: string, a: T | undefined, b: T | undefined, same: (a: T, b: T) => boolean, shown: (one: T) => string) => {
      if (a === undefined) return
      count.typesStated++
      if (b !== undefined) count.typesRead++
      if (b !== undefined && same(a, b)) count.typesSame++
      else differing.push(`${of} ${one.name} ${what}: ${shown(a)} ≠ ${b === undefined ? 'none' : shown(b)}`)
    }
    if (mine.type !== undefined) compare('type', one.type, mine.type, sameType, printType)
    compare('default', one.default === 'undefined' ? undefined : one.default, mine.default, (a, b) => normalDefault(a) === normalDefault(b), String)
  }
  count.read += read.size - [...read.keys()].filter((one) => !said.has(one) && also?.includes(one)).length
  for (const one of read.values()) if (!said.has(one.name) && !also?.includes(one.name)) extra.push(`${of} ${one.name}`)
}
const share = (a: number, b: number) => (b === 0 ? 1 : a / b)
if (verbose) for (const [title, list] of [['missed', missed], ['extra', extra], ['differing', differing], ['not read', count.notRead]] as const) process.stderr.write(`${title} (${list.length})\n${list.map((one) => `  ${one}\n`).join('')}`)
process.stdout.write(JSON.stringify({
  name: material.name, components: count.components, notRead: count.notRead.length, aside: count.aside, ms,
  names: { recall: share(count.both, count.stated), precision: share(count.both, count.read), stated: count.stated, read: count.read },
  types: { recall: share(count.typesSame, count.typesStated), precision: share(count.typesSame, count.typesRead), stated: count.typesStated },
}))
