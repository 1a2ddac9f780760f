import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'
import { z } from 'zod'
import { membersOf as contractMembers, type Contract } from '~~/core/contract/contract'
import { printType, withoutUndefined, type TypeModel } from '~~/core/contract/type'
import { readLibrary } from '~~/core/read/read'
import { isBeside } from '~~/core/read/source/reading'
import { CheckedTypes } from '~~/core/read/source/checked-types'
import { SourceSet, type Outside } from '~~/core/read/source/source-set'
import type { SourceText } from '~~/core/read/source/source-text'
import { typeOfText } from '~~/core/read/source/type-text'

/**
 * How well published libraries are read: what a library states of itself (its manifest, or its
 * declarations) against what we read from its source. One library a run: folder, folder of its
 * dependencies, and where its own statement is. Prints one JSON object.
 */
interface Stated {
  name: string
  type?: TypeModel | undefined
  default?: string | undefined
}
/** `also` names what a component has besides, from what it is built on; to read it is no mistake. */
interface Statement {
  of: string
  names: Stated[]
  also?: string[]
  at?: string
}
interface Material {
  name: string
  folder: string
  source: string
  dependencies: string
  states: 'attributes' | 'fields' | 'vue-declarations' | 'function-declarations'
  at: string
}

const material = JSON.parse(process.argv[2]!) as Material
const verbose = process.argv.includes('--verbose')

function filesIn(folder: string): SourceText[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .filter(
      (text) =>
        /\.([cm]?[jt]sx?|vue|css|json)$/.test(text) &&
        !/node_modules|custom-elements[^/]*\.json$/.test(text) &&
        statSync(text).size < 2_000_000,
    )
    .map((text) => ({ path: relative(folder, text), text: readFileSync(text, 'utf8') }))
}
const cache = new Map<string, string | undefined>()
const outside: Outside = (path) => {
  if (!cache.has(path))
    cache.set(
      path,
      [material.dependencies, process.cwd()]
        .map((base) => textAt(join(base, path)))
        .find((text) => text !== undefined),
    )
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

const stated = z.looseObject({
  name: z.string().optional(),
  type: z.unknown().optional(),
  default: z.string().optional(),
})
const declaration = z.looseObject({
  tagName: z.string().optional(),
  name: z.string().optional(),
  attributes: z.array(stated).optional(),
  members: z
    .array(
      z.looseObject({
        kind: z.string(),
        name: z.string(),
        static: z.boolean().optional(),
        privacy: z.string().optional(),
        type: z.unknown().optional(),
        default: z.string().optional(),
      }),
    )
    .optional(),
})
function typeIn(type: unknown): TypeModel | undefined {
  const text =
    typeof type === 'string'
      ? type
      : typeof type === 'object' && type !== null && 'text' in type && typeof type.text === 'string'
        ? type.text
        : undefined
  return text === undefined || text === '' || text === 'undefined' ? undefined : typeOfText(text)
}

/** A name that every element of the page has already is the browser's, not the component's. */
const ofEveryElement = new Set(['textContent', 'innerHTML'])

function manifestStatements(): Statement[] {
  const json: unknown = JSON.parse(readFileSync(join(material.folder, material.at), 'utf8'))
  // the older shape of such files lists tags; the current one lists modules with declarations
  const tags = z.object({ tags: z.array(declaration) }).safeParse(json)
  const declarations = tags.success
    ? tags.data.tags
    : z
        .object({ modules: z.array(z.looseObject({ declarations: z.array(declaration).optional() })) })
        .parse(json)
        .modules.flatMap((module) =>
          (module.declarations ?? []).map((declaration) => ({ ...declaration, path: module.path })),
        )
  return declarations
    .filter((declaration) => declaration.tagName ?? tags.success)
    .map((declaration) => ({
      of: declaration.tagName ?? declaration.name!,
      at: typeof declaration.path === 'string' ? declaration.path.replace(/^\.\//, '') : '',
      names:
        material.states === 'attributes'
          ? (declaration.attributes ?? []).flatMap((attribute) =>
              attribute.name
                ? [{ name: attribute.name, type: typeIn(attribute.type), default: attribute.default }]
                : [],
            )
          : (declaration.members ?? [])
              .filter(
                (member) =>
                  member.kind === 'field' &&
                  !member.static &&
                  (member.privacy ?? 'public') === 'public' &&
                  !/^[_#]/.test(member.name) &&
                  !ofEveryElement.has(member.name),
              )
              .map((member) => ({ name: member.name, type: typeIn(member.type), default: member.default })),
    }))
}

// ── what declarations state ──

function declaredStatements(contracts: Contract[]): Statement[] {
  // the declarations themselves as the only files of a set: nothing of the source is there to help
  const root = join(material.folder, material.at)
  const declarations = new Map(
    readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((text) => text.endsWith('.d.ts'))
      .map((text) => [text, readFileSync(join(root, text), 'utf8')]),
  )
  const within: Outside = (path) =>
    declarations.get(path) ?? declarations.get(path.replace(/^.*?stated\//, '')) ?? outside(path)
  const want = contracts.flatMap((contract) => {
    const path =
      material.states === 'vue-declarations'
        ? `${contract.files[0]!}.d.ts`
        : contract.files[0]!.replace(/\.[jt]sx?$/, '.d.ts')
    return declarations.has(path) ? [{ one: contract, path }] : []
  })
  const entry = {
    path: 'entry.ts',
    text: want
      .map(
        ({ one: value, path }, i) =>
          `import ${value.exportName === 'default' ? `C${i}` : `{ ${value.exportName} as C${i} }`} ` +
          `from './${path.replace(/\.d\.ts$/, '')}'\nexport const c${i} = C${i}`,
      )
      .join('\n'),
  }
  const sources = new SourceSet([entry], within)
  const types = new CheckedTypes(sources)
  const { checker } = types
  const at = sources.scripts.get('entry.ts')!
  const constants = new Map(
    at.statements
      .filter(ts.isVariableStatement)
      .map((statement) => [
        statement.declarationList.declarations[0]!.name.getText(),
        statement.declarationList.declarations[0]!,
      ]),
  )
  const isOurs = (symbol: ts.Symbol) =>
    (symbol.declarations ?? []).some((declaration) => declarations.has(declaration.getSourceFile().fileName))
  return want.flatMap(({ one: value }, i) => {
    const type = checker.getTypeAtLocation(constants.get(`c${i}`)!)
    const props =
      material.states === 'vue-declarations'
        ? propsOfInstance(checker, type, at)
        : propsOfCall(checker, type, at)
    if (!props) return []
    const all = types.propsOf(props, at)
    const own = all.filter(({ symbol, name }) => isOurs(symbol) && name !== 'ref' && name !== 'key')
    return [
      {
        of: value.tag,
        names: own.map(({ name, model }) => ({ name, type: model() })),
        also: all.map(({ name }) => name),
      },
    ]
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
  if (material.states === 'attributes')
    return props
      .filter((prop) => prop.attribute)
      .map((prop) => ({ name: prop.attribute!, type: prop.type, default: prop.default }))
  if (material.states === 'fields')
    return props
      .filter((prop) => !prop.attributeOnly)
      .map((prop) => ({ name: prop.name, type: prop.type, default: prop.default }))
  const events = contractMembers(contract, 'event')
  return [
    ...props.map((prop) => ({ name: prop.name, type: prop.type })),
    ...(material.states === 'vue-declarations'
      ? events.map((event) => ({ name: eventProp(event.name) }))
      : [
          ...events.map((event) => ({ name: event.name })),
          ...contractMembers(contract, 'slot').map((contractMember) => ({
            name: contractMember.name || 'children',
          })),
        ]),
  ]
}

/**
 * One form for types that say the same: order of a union, quotes, spaces, `Array<T>`, names of constructors.
 */
function formOf(type: TypeModel): string {
  const flat = (type: TypeModel): string[] => {
    if (type.is === 'union') return type.of.flatMap(flat)
    if (type.is === 'list') return [`(${formOf(type.of)})[]`]
    if (type.is === 'object')
      return [
        `{${type.fields
          .map((field) => `${field.name}:${formOf(field.type)}`)
          .sort()
          .join(';')}}`,
      ]
    const text = printType(type).replace(/\s+/g, '').replaceAll('"', "'")
    return [
      {
        Boolean: 'boolean',
        String: 'string',
        Number: 'number',
        array: '(unknown)[]',
        Array: '(unknown)[]',
        any: 'unknown',
        object: '{}',
        Object: '{}',
      }[text] ?? text,
    ]
  }
  return [...new Set(flat(withoutUndefined(type).type))]
    .filter((text) => text !== 'null' && text !== 'undefined')
    .sort()
    .join('|')
}
/** Names stand for what they name: a statement may use either. */
const sameType = (a: TypeModel, b: TypeModel): boolean => {
  const named = (type: TypeModel): string =>
    ((type.is === 'object' || type.is === 'union') && type.named) ||
    (type.is === 'list'
      ? `(${named(type.of)})[]`
      : type.is === 'union'
        ? [...new Set(type.of.filter((type) => type.is !== 'null').map(named))].sort().join('|')
        : formOf(type))
  const forms = (type: TypeModel) => {
    const { type: plain } = withoutUndefined(type)
    return [
      formOf(plain),
      named(plain),
      ...(plain.is === 'union' ? [named({ ...plain, named: undefined })] : []),
    ]
  }
  const mine = new Set(forms(a))
  return forms(b).some((form) => mine.has(form))
}
const normalDefault = (text: string): string =>
  text
    .trim()
    .replace(/^["'`](.*)["'`]$/s, '$1')
    .replace(/^\\?["'](.*?)\\?["']$/s, '$1')
    .replace(/\s+/g, '')

const files = filesIn(join(material.folder, material.source))
const began = performance.now()
const reading = readLibrary(files, outside)
const ms = performance.now() - began
const statements = material.states.endsWith('declarations')
  ? declaredStatements(reading.contracts)
  : manifestStatements()
const byTag = new Map(reading.contracts.map((contract) => [contract.tag, contract]))
const count = {
  stated: 0,
  read: 0,
  both: 0,
  typesStated: 0,
  typesRead: 0,
  typesSame: 0,
  components: 0,
  aside: 0,
  notRead: [] as string[],
}
const missed: string[] = []
const extra: string[] = []
const differing: string[] = []
for (const { of, names, also, at } of statements) {
  const contract = byTag.get(of)
  if (!contract) {
    // what stands among tests and demonstrations is left aside on purpose; any other is missed with all its
    // names
    if (at !== undefined && isBeside(at)) count.aside++
    else {
      count.notRead.push(of)
      count.stated += names.length
      missed.push(...names.map((name) => `${of} ${name.name}`))
    }
    continue
  }
  count.components++
  const read = new Map(ours(contract).map((own) => [own.name, own]))
  const said = new Map(names.map((name) => [name.name, name]))
  count.stated += said.size
  for (const stated of said.values()) {
    const mine = read.get(stated.name)
    if (!mine) {
      missed.push(`${of} ${stated.name}`)
      continue
    }
    count.both++
    const compare = <T>(
      what: string,
      a: T | undefined,
      b: T | undefined,
      same: (a: T, b: T) => boolean,
      shown: (item: T) => string,
    ) => {
      if (a === undefined) return
      count.typesStated++
      if (b !== undefined) count.typesRead++
      if (b !== undefined && same(a, b)) count.typesSame++
      else
        differing.push(`${of} ${stated.name} ${what}: ${shown(a)} ≠ ${b === undefined ? 'none' : shown(b)}`)
    }
    if (mine.type !== undefined) compare('type', stated.type, mine.type, sameType, printType)
    compare(
      'default',
      stated.default === 'undefined' ? undefined : stated.default,
      mine.default,
      (a, b) => normalDefault(a) === normalDefault(b),
      String,
    )
  }
  count.read += read.size - [...read.keys()].filter((key) => !said.has(key) && also?.includes(key)).length
  for (const stated of read.values())
    if (!said.has(stated.name) && !also?.includes(stated.name)) extra.push(`${of} ${stated.name}`)
}
const share = (a: number, b: number) => (b === 0 ? 1 : a / b)
if (verbose)
  for (const [title, list] of [
    ['missed', missed],
    ['extra', extra],
    ['differing', differing],
    ['not read', count.notRead],
  ] as const)
    process.stderr.write(`${title} (${list.length})\n${list.map((text) => `  ${text}\n`).join('')}`)
process.stdout.write(
  JSON.stringify({
    name: material.name,
    components: count.components,
    notRead: count.notRead.length,
    aside: count.aside,
    ms,
    names: {
      recall: share(count.both, count.stated),
      precision: share(count.both, count.read),
      stated: count.stated,
      read: count.read,
    },
    types: {
      recall: share(count.typesSame, count.typesStated),
      precision: share(count.typesSame, count.typesRead),
      stated: count.typesStated,
    },
  }),
)
