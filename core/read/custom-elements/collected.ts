import ts from 'typescript'
import type { Event } from '../../contract/event'
import type { Method } from '../../contract/method'
import type { Place } from '../../contract/member'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { printPlain } from '../source/defaults'
import { evaluate, nameOf } from '../source/evaluate'
import { exportsOf } from '../source/exported'
import { joined } from '../source/paths'
import type { Plain } from '../source/plain'
import { optionOf } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { typeOfText } from '../source/type-text'
import type { ClassNode } from './lineage'
import { staticsOf } from './statics'
import { customElementName } from './template'

// Classes of a library as its compiler collects them for others: no class registers itself, a loader brings
// each in when its tag is met, and what is public of it stands in static tables.

/** A class that states its tag beside tables of what it offers. */
export interface Collected {
  tag: string
  node: ClassNode
  /** The module that hands out a function which brings it in, and the function's name. */
  loader: { file: string; name: string }
}

/** Classes of a library that a loader brings in, each with its tag. */
export function collectedClasses(sources: SourceSet): Collected[] {
  const stated = [...sources.scripts.values()].flatMap((file) =>
    sources.once(`collected ${file.fileName}`, [file.fileName], () =>
      sources.gather(file).classes.flatMap((node) => {
        const tag = tagStated(sources, node as ClassNode)
        return tag === undefined ? [] : [{ tag, node: node as ClassNode }]
      }),
    ),
  )
  const loaders = stated.length ? loadersIn(sources) : []
  return stated.flatMap(({ tag, node }) => {
    const loader = loaders.find(({ text }) => text.includes(`"${tag}\\"`) || text.includes(`"${tag}"`))
    return loader ? [{ tag, node, loader }] : []
  })
}

function tagStated(sources: SourceSet, node: ClassNode): string | undefined {
  const statics = staticsOf(sources, node)
  const stated = statics.get('is')
  const tag = stated && statics.has('encapsulation') ? evaluate(sources, stated) : undefined
  return typeof tag === 'string' && customElementName.test(tag) ? tag : undefined
}

/**
 * Functions that modules hand out and that bring elements in, by the one thing told of them here: they are
 * called `defineCustomElements` or alike. Which elements, stands in the module's text.
 */
const loadersIn = (sources: SourceSet): { file: string; name: string; text: string }[] =>
  [...sources.scripts.values()].flatMap((script) => {
    const { fileName: file, text } = script
    if (!/\bdefine\w*Elements\b/.test(text)) return []
    return exportsOf(sources, file).flatMap(({ exportName }) =>
      /^define\w*Elements$/.test(exportName) ? [{ file, name: exportName, text }] : [],
    )
  })

interface CollectedMembers {
  props: Prop[]
  methods: Method[]
  events: Event[]
}

/**
 * What a collected class offers, by its tables; `assigned` are the first values that its constructor gives.
 */
export function membersOfCollected(
  sources: SourceSet,
  node: ClassNode,
  assigned: ReadonlyMap<string, { value: ts.Expression }>,
): CollectedMembers {
  const statics = staticsOf(sources, node)
  const table = (name: string) => tableIn(sources, statics.get(name))
  const events = statics.get('events')
  const told = events && unwrap(events)
  return {
    props: table('properties').map(({ name, options, place }) => {
      const value = assigned.get(name)?.value
      const known = value && evaluate(sources, value)
      return { ...propOf(sources, name, options, place), ...(known === undefined ? {} : defaultOf(known)) }
    }),
    methods: table('methods').map(({ name, options, place }): Method => ({
      ...common(sources, name, options, place),
      kind: 'method',
      takes: [],
      returns: { is: 'other', text: 'unknown' },
    })),
    events: (told && ts.isArrayLiteralExpression(told) ? [...told.elements] : []).flatMap((element) => {
      const options = unwrap(element)
      const name = ts.isObjectLiteralExpression(options) ? textIn(sources, options, 'name') : undefined
      return name !== undefined && ts.isObjectLiteralExpression(options)
        ? [eventOf(sources, name, options, sources.place(element))]
        : []
    }),
  }
}

interface Row {
  name: string
  options: ts.ObjectLiteralExpression
  place: Place
}

function tableIn(sources: SourceSet, value: ts.Expression | undefined): Row[] {
  const object = value && unwrap(value)
  if (!object || !ts.isObjectLiteralExpression(object)) return []
  return object.properties.filter(ts.isPropertyAssignment).flatMap((property) => {
    const name = nameOf(sources, property.name)
    const options = unwrap(property.initializer)
    return name !== undefined && ts.isObjectLiteralExpression(options)
      ? [{ name, options, place: sources.place(property) }]
      : []
  })
}

function common(sources: SourceSet, name: string, options: ts.ObjectLiteralExpression, place: Place) {
  const docs = optionIn(options, 'docs')
  const said = docs && ts.isObjectLiteralExpression(docs) ? textIn(sources, docs, 'text') : undefined
  return {
    name,
    place,
    known: 'declared' as const,
    disagreements: [],
    ...(said ? { comment: said } : {}),
  }
}

function propOf(sources: SourceSet, name: string, options: ts.ObjectLiteralExpression, place: Place): Prop {
  const { type } = withoutUndefined(typeIn(sources, options))
  const attribute = textIn(sources, options, 'attribute')
  return {
    ...common(sources, name, options, place),
    kind: 'prop',
    type,
    readonly: false,
    reflects: isSet(sources, options, 'reflect'),
    required: isSet(sources, options, 'required'),
    ...(attribute === undefined ? {} : { attribute }),
  }
}

const defaultOf = (value: Plain): Pick<Prop, 'default' | 'defaultValue'> => ({
  default: printPlain(value),
  defaultValue: value,
})

const eventOf = (
  sources: SourceSet,
  name: string,
  options: ts.ObjectLiteralExpression,
  place: Place,
): Event => ({
  ...common(sources, name, options, place),
  kind: 'event',
  bubbles: isSet(sources, options, 'bubbles'),
  composed: isSet(sources, options, 'composed'),
  cancelable: isSet(sources, options, 'cancelable'),
  detail: typeIn(sources, options),
})

/** The type that the compiler worked out, else the plain one. */
function typeIn(sources: SourceSet, options: ts.ObjectLiteralExpression): TypeModel {
  const whole = optionIn(options, 'complexType')
  const resolved =
    whole && ts.isObjectLiteralExpression(whole) ? textIn(sources, whole, 'resolved') : undefined
  const text = resolved ?? textIn(sources, options, 'type')
  return text === undefined ? { is: 'other', text: 'unknown' } : typeOfText(text)
}

/** An option by its name, which compilers write in quotes. */
const optionIn = (options: ts.ObjectLiteralExpression, name: string): ts.Expression | undefined => {
  const value = optionOf(options, JSON.stringify(name)) ?? optionOf(options, name)
  return value && unwrap(value)
}
function textIn(sources: SourceSet, options: ts.ObjectLiteralExpression, name: string): string | undefined {
  const value = optionIn(options, name)
  const text = value && evaluate(sources, value)
  return typeof text === 'string' ? text : undefined
}
function isSet(sources: SourceSet, options: ts.ObjectLiteralExpression, name: string): boolean {
  const value = optionIn(options, name)
  return value !== undefined && evaluate(sources, value) === true
}

/** Sheets that a collected class names beside it, for whatever mode it has. */
export function sheetsOfCollected(sources: SourceSet, node: ClassNode): { text: string; place: Place }[] {
  const stated = staticsOf(sources, node).get('styleUrls')
  const modes = stated && evaluate(sources, stated)
  const folders = node.getSourceFile().fileName.split('/').slice(0, -1)
  const names = typeof modes === 'object' && modes !== null ? Object.values(modes).flat() : []
  return names.flatMap((name) => {
    const file = typeof name === 'string' ? joined(folders, name) : undefined
    const text = file === undefined ? undefined : sources.texts.get(file)
    return file === undefined || text === undefined ? [] : [{ text, place: { file, line: 1 } }]
  })
}
