import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'

/**
 * What compilers leave of the props of a component: beside its tag, a table in which each name has a list of
 * a number and, where it is another than its own, the name of the attribute that feeds it:
 * `[1, 'x-pager', { open: [4], itemCount: [2, 'item-count'], items: [16] }]`.
 */
type Table = Map<string, { kind: number; attribute: string | undefined }>

/** The low bits of the number say what an attribute is made into; higher ones say other things. */
const kindOf = (flags: number): number => flags & 15

function tableIn(array: ts.ArrayLiteralExpression, tag?: string): Table | undefined {
  const isTag = (node: ts.Expression) =>
    ts.isStringLiteralLike(node) && (tag === undefined ? node.text.includes('-') : node.text === tag)
  if (!array.elements.some(isTag)) return undefined
  const object = array.elements.map(unwrap).find(ts.isObjectLiteralExpression)
  if (!object) return undefined
  const table: Table = new Map()
  for (const property of object.properties) {
    const value = ts.isPropertyAssignment(property) ? unwrap(property.initializer) : undefined
    if (!value || !ts.isArrayLiteralExpression(value)) return undefined
    const [flags, attribute] = value.elements
    if (!flags || !ts.isNumericLiteral(flags)) return undefined
    table.set(property.name!.getText().replace(/^['"]|['"]$/g, ''), {
      kind: kindOf(Number(flags.text)),
      attribute: attribute && ts.isStringLiteralLike(attribute) ? attribute.text : undefined,
    })
  }
  return table.size ? table : undefined
}

function tablesIn(script: ts.SourceFile, tag?: string): Table[] {
  const found: Table[] = []
  walk(script, (node) => {
    const table = ts.isArrayLiteralExpression(node) ? tableIn(node, tag) : undefined
    if (table) found.push(table)
  })
  return found
}

/** Kinds that attributes with names of their own have, in all tables of a library. */
const kindsKnown = new WeakMap<SourceSet, Set<number>>()
function kindsWithAttributes(sources: SourceSet): ReadonlySet<number> {
  let kinds = kindsKnown.get(sources)
  if (kinds) return kinds
  kinds = new Set<number>()
  for (const script of sources.scripts.values()) {
    if (!/\[\d+,\s*["'][a-z][\w-]*["']\]/.test(script.text)) continue
    for (const table of tablesIn(script))
      for (const { kind, attribute } of table.values()) if (attribute !== undefined) kinds.add(kind)
  }
  kindsKnown.set(sources, kinds)
  return kinds
}

/** Props with the attributes that a table in the file of their class gives them. */
export function withTable(sources: SourceSet, file: string, tag: string, props: Prop[]): Prop[] {
  const script = sources.scripts.get(file)
  // the walk is long: a file in whose text no object follows a tag has no table
  if (!script || !/["'`]\s*,\s*\{\s*["']?\w+["']?\s*:\s*\[\s*\d/.test(script.text)) return props
  const [table] = tablesIn(script, tag)
  if (!table) return props
  const kinds = kindsWithAttributes(sources)
  return props.map((prop) => {
    const entry = table.get(prop.name)
    if (!entry || prop.attribute !== undefined || prop.attributeOnly) return prop
    // one that is called as its prop is not told: it has an attribute where others of its kind have one
    const attribute = entry.attribute ?? (kinds.has(entry.kind) ? prop.name : undefined)
    return attribute === undefined ? prop : { ...prop, attribute }
  })
}
