import type ts from 'typescript'
import { membersOf, type Contract } from '../../contract/contract'
import { packageOf, type Place } from '../../contract/member'
import type { Prop } from '../../contract/prop'
import type { State } from '../../contract/state'
import { choicesOf } from '../../contract/type'
import { variantName, type Variant } from '../../contract/variant'
import { languageFile } from '../../languages/files'
import { browserStates } from '../custom-elements/styles'
import { expressionsIn } from '../source/markup-expressions'
import type { SourceSet } from '../source/source-set'
import { isAskedFor, isChangedInside } from './asked-for'
import { carriedOf, kebab, mostPlaces, mostValues, uniquePlaces, type Around } from './around'
import { carriedIn, type Carried, type ClassEntry, type ClassPattern } from './carried'
import { selectsAttribute, valuesInSheets, variantsOfSheets } from './in-sheets'
import type { Selected } from './selected'
import { saidOfValues } from './value-comments'
import { ClassIndex, isSheet, selectedIn } from './sheets'

/** What makes one variant. */
interface Making {
  made: Place[]
  wears: string[]
}

/**
 * Contracts with their variants: a value of a prop that names its values, in its type or in a sheet; a prop
 * that is on or off, where a sheet or a class map asks for it; values of an attribute of the host that only a
 * sheet names. States by attribute that turn out to be variants are no states any more.
 */
export function withVariants(sources: SourceSet, contracts: readonly Contract[]): Contract[] {
  const index = new ClassIndex(sources)
  const sheets = [...sources.texts.keys()].filter((path) => isSheet(path) || languageFile(path))
  return contracts.map((contract) => {
    // what code names whole in any file is no value of a modifier: that alone may be out of date here
    const kept = sources.once(`variants ${contract.tag}`, [...contract.files, ...sheets], () => ({
      from: contract.members,
      to: membersWithVariants(sources, index, contract),
    }))
    const members = kept.from === contract.members ? kept.to : membersWithVariants(sources, index, contract)
    return members === contract.members ? contract : { ...contract, members }
  })
}

function membersWithVariants(sources: SourceSet, index: ClassIndex, contract: Contract): Contract['members'] {
  const around: Around = {
    contract,
    sources,
    index,
    own: contract.files.flatMap((file) => selectedIn(sources, file)),
    carried: carriedBy(sources, contract),
  }
  const ofProps = membersOf(contract, 'prop')
    .filter((prop) => !prop.readonly && prop.known !== 'comment')
    .flatMap((prop) => variantsOfProp(around, prop))
  const variants = [...ofProps, ...variantsOfSheets(around, ofProps)]
  return variants.length === 0 ? contract.members : joined(contract, variants)
}

/** Variants stand after the props; states that are told of as variants go. */
function joined(contract: Contract, variants: Variant[]): Contract['members'] {
  const names = new Set(variants.map(({ name }) => name))
  const attributes = new Map(
    membersOf(contract, 'prop').map(({ name, attribute }) => [attribute ?? name, name]),
  )
  const isVariant = (state: State): boolean => {
    const [attribute = '', value = 'true'] = state.name.split('=')
    return state.by === 'attribute' && names.has(variantName(attributes.get(attribute) ?? attribute, value))
  }
  const rest = contract.members.filter((member) => member.kind !== 'state' || !isVariant(member))
  const after = rest.findLastIndex(({ kind }) => kind === 'prop') + 1
  return [...rest.slice(0, after), ...variants, ...rest.slice(after)]
}

function carriedBy(sources: SourceSet, contract: Contract): Map<string, Carried> {
  const all = new Map<string, Carried>()
  for (const file of contract.files)
    for (const [name, { patterns, entries }] of carriedInFile(sources, file)) {
      const known = all.get(name)
      all.set(
        name,
        known
          ? { patterns: [...known.patterns, ...patterns], entries: [...known.entries, ...entries] }
          : { patterns, entries },
      )
    }
  return all
}

const carriedInFile = (sources: SourceSet, file: string): Map<string, Carried> =>
  sources.once(`carried ${file}`, [file], () => {
    const script = sources.scripts.get(file)
    const text = sources.texts.get(file)
    if (text === undefined) return new Map<string, Carried>()
    const inMarkup = expressionsIn(sources, file).map((node) => ({
      node: node as ts.Node,
      placeOf: () => undefined,
    }))
    const inScript = script
      ? [{ node: script as ts.Node, placeOf: (node: ts.Node) => sources.place(node) }]
      : []
    return carriedIn(sources, [...inScript, ...inMarkup])
  })

/** The variants of one prop: of each value that it names. */
function variantsOfProp(around: Around, prop: Prop): Variant[] {
  const choices = choicesOf(prop.type)?.filter((value) => typeof value !== 'boolean') ?? []
  if (choices.length > 1) return ofChoices(around, prop, choices)
  if (prop.type.is === 'boolean') return ofSwitch(around, prop)
  const values = valuesInSheets(around, prop)
  return values.length > 1
    ? values.map((value) => ({ ...variantOf(around, prop, value), known: 'inferred' as const }))
    : []
}

function ofChoices(around: Around, prop: Prop, choices: readonly (string | number)[]): Variant[] {
  const said = saidOfValues(around.sources, prop)
  const declared = choices
    .slice(0, mostValues)
    .map((value) => ({ ...variantOf(around, prop, value), ...said.get(value) }))
  const isAsked =
    declared.some(({ made }) => made.length > 0) ||
    packageOf(prop.place) !== undefined ||
    isAskedFor(around.sources, around.contract, prop)
  const known = new Set(choices.map(String))
  const more = valuesInSheets(around, prop)
    .filter((value) => !known.has(value))
    .map((value): Variant => ({ ...variantOf(around, prop, value), known: 'inferred', only: 'sheet' }))
  return [
    ...(isAsked ? declared : declared.map((variant) => ({ ...variant, only: 'type' as const }))),
    ...more,
  ]
}

/**
 * A prop that is on or off is an axis where something says how it looks when it is on. What browsers have as
 * a state, or the component turns on and off by itself, is a state.
 */
function ofSwitch(around: Around, prop: Prop): Variant[] {
  const variant = variantOf(around, prop, true)
  const name = plain(prop.attribute ?? prop.name)
  if (variant.made.length === 0 || [...browserStates].some((state) => plain(state) === name)) return []
  const isTold =
    prop.bindable === true ||
    membersOf(around.contract, 'event').some((event) => plain(event.name) === `update:${plain(prop.name)}`)
  return isTold || isChangedInside(around.sources, around.contract, prop) ? [] : [variant]
}

function variantOf(around: Around, prop: Prop, value: string | number | boolean): Variant {
  const { made, wears } = makingOf(around, prop, value)
  return {
    kind: 'variant',
    name: variantName(prop.name, value),
    place: made[0] ?? prop.place,
    known: 'declared',
    disagreements: [],
    axis: prop.name,
    value,
    by: 'prop',
    ...(prop.defaultValue === value ? { usual: true } : {}),
    made,
    wears,
  }
}

/** The rules and entries that make a component look as it does with a value. */
function makingOf(around: Around, prop: Prop, value: string | number | boolean): Making {
  const carried = carriedOf(around, prop)
  const text = String(value)
  const entries = carried
    .flatMap(({ entries }) => entries)
    .filter((entry) => entry.value === text && isOfClasses(around, entry))
  const classes = new Set(entries.flatMap((entry) => entry.classes))
  const rules = [
    ...around.own.filter((selected) => selectsAttribute(selected, prop, value)),
    ...[...classes].flatMap((className) => around.index.rulesOf(className)),
    ...carried.flatMap(({ patterns }) => patterns.flatMap((pattern) => rulesFor(around, pattern, text))),
    ...(value === true ? around.own.filter(({ className }) => className === kebab(prop.name)) : []),
  ]
  return {
    made: uniquePlaces([...entries.flatMap(({ place }) => place ?? []), ...rules.map(({ place }) => place)]),
    wears: [...new Set(rules.flatMap(({ wears }) => wears))].slice(0, 60),
  }
}

/** What may be any text is a class where a sheet has a rule for it. */
const isOfClasses = ({ index }: Around, { isClass, classes }: ClassEntry): boolean =>
  isClass || classes.some((className) => index.rulesOf(className).length > 0)

/** Rules of the classes that a pattern makes of a value. */
function rulesFor(around: Around, { before, after }: ClassPattern, value: string): readonly Selected[] {
  if (before === '' && after === '')
    // the value alone as a class says something in sheets of the component only
    return around.own.filter(({ className }) => className === value)
  if (before !== undefined && after !== undefined) return around.index.rulesOf(`${before}${value}${after}`)
  const end = before === undefined ? `-${value}${after ?? ''}` : undefined
  const found = around.index.between(before === undefined ? undefined : `${before}${value}`, end)
  return [...found].flatMap(([, rules]) => rules).slice(0, mostPlaces)
}

const plain = (name: string): string => name.replaceAll('-', '').toLowerCase()
