import ts from 'typescript'
import { membersOf } from '../../contract/contract'
import type { Prop } from '../../contract/prop'
import { choicesOf } from '../../contract/type'
import { variantName, type Variant } from '../../contract/variant'
import { isElement } from '../../languages/languages'
import type { SourceSet } from '../source/source-set'
import { carriedOf, kebab, mostValues, uniquePlaces, type Around } from './around'
import type { Selected } from './selected'

/** Names of attributes by which sheets may ask for the value of a prop. */
const attributesOf = (prop: Prop): string[] => [
  prop.attribute ?? prop.name,
  kebab(prop.name),
  `data-${kebab(prop.name)}`,
]

export const selectsAttribute = (
  { host, attribute }: Selected,
  prop: Prop,
  value: string | number | boolean,
): boolean => {
  if (attribute === undefined || !attributesOf(prop).includes(attribute.name)) return false
  // inside, an attribute of the same name may be the browser's own
  if (!host && !attribute.name.startsWith('data-')) return false
  return value === true
    ? attribute.value === undefined || attribute.value === 'true'
    : attribute.value === String(value)
}

/** Values of a prop that sheets name: by its attribute, or by modifier classes that its value stands in. */
export function valuesInSheets(around: Around, prop: Prop): string[] {
  if (!mayBeText(prop)) return []
  const byAttribute = around.own.flatMap((selected) => {
    const value = selected.attribute?.value
    return value !== undefined && selectsAttribute(selected, prop, value) ? [value] : []
  })
  return [...new Set([...byAttribute, ...valuesOfClasses(around, prop)])].slice(0, mostValues)
}

/**
 * What follows a modifier that values of the prop make, in sheets; what code names whole is no value, and what
 * another prop has is one of that.
 */
function valuesOfClasses(around: Around, prop: Prop): string[] {
  const { contract, index } = around
  const ofOthers = new Set(
    membersOf(contract, 'prop').flatMap(({ name, type }) =>
      name === prop.name ? [] : [name, ...(choicesOf(type) ?? []).map(String)],
    ),
  )
  return carriedOf(around, prop)
    .flatMap(({ patterns }) => patterns)
    .filter(({ before, after }) => before !== undefined && after === '' && isModifier(before, prop))
    .flatMap(({ before }) =>
      [...index.between(before, '')].flatMap(([className]) => {
        const value = className.slice(before!.length)
        return isPlainValue(value) && !ofOthers.has(value) && !index.isWritten(className) ? [value] : []
      }),
    )
}

/** What ends as a modifier does, or with the name of the prop, is followed by its value and nothing else. */
const isModifier = (before: string, prop: Prop): boolean =>
  before.endsWith('--') || before.endsWith(`${kebab(prop.name)}-`)
const isPlainValue = (value: string): boolean => /^[a-z\d]+(-[a-z\d]+)*$/i.test(value)

const mayBeText = ({ type }: Prop): boolean =>
  type.is === 'string' || type.is === 'literal' || type.is === 'union' || type.is === 'other'

/** Attributes of any element, and those that tell assistive technology something, are no axes. */
const isOfEvery = (name: string): boolean =>
  name.startsWith('aria-') || ['role', 'dir', 'lang', 'slot', 'part', 'type', 'id', 'class'].includes(name)

/** Values of attributes of the host that nothing declares and no code sets: only sheets ask for them. */
export function variantsOfSheets({ contract, own, sources }: Around, known: readonly Variant[]): Variant[] {
  if (!isElement(contract)) return []
  const declared = new Set(membersOf(contract, 'prop').flatMap((prop) => attributesOf(prop)))
  const inCode = new Set(known.map(({ axis }) => axis))
  const found = new Map<string, Variant>()
  for (const { host, attribute, place, wears } of own) {
    if (!host || attribute?.value === undefined || isOfEvery(attribute.name)) continue
    if (declared.has(attribute.name) || inCode.has(attribute.name)) continue
    if (contract.files.some((file) => names(sources, file, attribute.name))) continue
    const name = variantName(attribute.name, attribute.value)
    const same = found.get(name)
    if (same) {
      same.made = uniquePlaces([...same.made, place])
      same.wears = [...new Set([...same.wears, ...wears])]
    } else
      found.set(name, {
        kind: 'variant',
        name,
        place,
        known: 'inferred',
        disagreements: [],
        axis: attribute.name,
        value: attribute.value,
        by: 'attribute',
        only: 'sheet',
        made: [place],
        wears: [...wears],
      })
  }
  return [...found.values()].slice(0, mostValues)
}

/** Whether code of a file names an attribute: it may set it then, or declares it and keeps it to itself. */
function names(sources: SourceSet, file: string, attribute: string): boolean {
  const script = sources.scripts.get(file)
  if (!script) return false
  const camelled = (text: string) => text.replace(/-(\w)/g, (_all, letter: string) => letter.toUpperCase())
  const inData = attribute.startsWith('data-') ? camelled(attribute.slice(5)) : attribute
  const declared = [attribute, camelled(attribute)]
  return sources.once(`names ${attribute} ${file}`, [file], () => {
    let isNamed = false
    const visit = (node: ts.Node): void => {
      if (isNamed) return
      if (ts.isStringLiteralLike(node) && node.text === attribute) isNamed = true
      else if (ts.isPropertyAccessExpression(node) && node.name.text === inData) isNamed = true
      else if (isDeclaredAs(node, declared)) isNamed = true
      else ts.forEachChild(node, visit)
    }
    visit(script)
    return isNamed
  })
}

/** A field, an accessor or an entry of a map of properties by one of these names. */
const isDeclaredAs = (node: ts.Node, names: readonly string[]): boolean =>
  (ts.isPropertyAssignment(node) || ts.isPropertyDeclaration(node) || ts.isAccessor(node)) &&
  (ts.isIdentifier(node.name) || ts.isStringLiteral(node.name)) &&
  names.includes(node.name.text)
