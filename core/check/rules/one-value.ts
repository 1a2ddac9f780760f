import { membersOf, type Contract } from '../../contract/contract'
import { isBeside } from '../../read/source/reading'
import { kebab } from '../../read/variants/around'
import { nearestTokens } from '../../tokens/nearness'
import type { Check, Finding, Mend, ToCheck } from '../check'
import type { Declared } from '../declared'
import { literalsIn, purposeOf, type Literal } from '../literals'
import { ownersOf } from '../owners'
import { scriptValuesIn } from '../script-values'

/** Fewest places, and rules, in which a value stands before it is told of. */
const fewest = { places: 4, rules: 3 }
/** A face or a time for many rules is nobody's look. */
const types: readonly Literal['type'][] = ['color', 'dimension']
/** Two distances are the same by chance, and a line of one pixel is one everywhere. */
const isByChance = (purpose: string, text: string): boolean =>
  purpose === 'space' || (purpose === 'edge' && /^-?1px$/i.test(text))

/**
 * A value that a component's sheet has for one use in many rules, and that no token stands for, or that its
 * script sets on many elements: one custom property of the component would carry it.
 */
export const oneValue: Check = {
  run: (given) => [...inSheets(given), ...byScript(given)],
}

function inSheets(given: ToCheck): Finding[] {
  const owners = ownersOf(given.contracts)
  const uses = new Map<string, Use[]>()
  for (const declared of given.declared) {
    if (!owners.has(declared.file) || declared.property.startsWith('--')) continue
    for (const literal of literalsIn(declared.property, declared.value)) {
      const purpose = purposeOf(declared.property, literal.type)
      if (!types.includes(literal.type) || purpose === undefined) continue
      if (isByChance(purpose, literal.text)) continue
      const key = JSON.stringify([declared.file, purpose, literal.text.toLowerCase()])
      uses.set(key, [...(uses.get(key) ?? []), { declared, literal, purpose }])
    }
  }
  return [...uses.values()]
    .filter((all) => isInMany(all) && !hasToken(all[0]!, given))
    .map((all) => findingOf(all, owners.get(all[0]!.declared.file)!, given))
}

/**
 * A value that a script sets on every element of a list: a property of the component comes down to all of
 * them.
 */
function byScript(given: ToCheck): Finding[] {
  const owners = ownersOf(given.contracts)
  const files = given.files.filter(({ path }) => owners.has(path) && !isBeside(path))
  return scriptValuesIn(files).map(({ file, line, property, value, selector }) => {
    const contract = owners.get(file)!
    const isCustom = property.startsWith('--')
    const name = isCustom ? property : nameFor(property, contract, given)
    const root = contract.language === 'custom-element' ? 'this' : 'the outermost element'
    const sheet = isCustom ? '' : `, and have the sheet say ${selector ?? '…'} { ${property}: var(${name}) }`
    return {
      rule: 'one-value',
      about: `${file} ${property} by script`,
      says: `${property} is set to ${value} on each element ${selector ?? 'of a list'}.`,
      todo: `Set it once, ${root}.style.setProperty('${name}', ${value})${sheet}.`,
      place: { file, line },
      tag: contract.tag,
    }
  })
}

/** A value where it is written, and what it is for there. */
interface Use {
  declared: Declared
  literal: Literal
  purpose: string
}

const rulesOf = (uses: readonly Use[]): Set<string> => new Set(uses.map(({ declared }) => declared.selector))
const isInMany = (uses: readonly Use[]): boolean =>
  uses.length >= fewest.places && rulesOf(uses).size >= fewest.rules
/** One that a token stands for, or nearly, is told by another rule. */
const hasToken = ({ literal: { text, type } }: Use, { base }: ToCheck): boolean =>
  nearestTokens(text, base.values(), type).length > 0

function findingOf(uses: readonly Use[], contract: Contract, given: ToCheck): Finding {
  const [{ declared, literal, purpose }] = uses as [Use, ...Use[]]
  const { file, line } = declared
  const name = nameFor(purpose, contract, given)
  const mend = mendOf(uses, name, contract)
  return {
    rule: 'one-value',
    about: `${file} ${purpose} ${literal.text.toLowerCase()}`,
    says: `${literal.text} stands ${uses.length} times as ${purpose}, in ${rulesOf(uses).size} rules.`,
    todo: `One custom property of the component, ${name}, would carry it; a page, or a prop, could then set it.`,
    place: { file, line },
    tag: contract.tag,
    ...(mend ? { mends: [mend] } : {}),
  }
}

/** A name that nothing has yet: of the component, for what the value is for. */
function nameFor(purpose: string, { tag }: Contract, { declared, contracts }: ToCheck): string {
  const taken = new Set([
    ...declared.map(({ property }) => property),
    ...contracts.flatMap((contract) => membersOf(contract, 'custom-property').map(({ name }) => name)),
  ])
  const plain = `--${kebab(tag)}-${purpose.replace(/ /g, '-')}`
  for (let i = 1; ; i++) {
    const name = i === 1 ? plain : `${plain}-${i}`
    if (!taken.has(name)) return name
  }
}

/** Where all of it stands in one sheet of a shadow tree, whose root can have the property for them. */
function mendOf(uses: readonly Use[], name: string, { language }: Contract): Mend | undefined {
  const { file } = uses[0]!.declared
  if (language !== 'custom-element' || !file.endsWith('.css')) return undefined
  const value = uses[0]!.literal.text
  const edits = uses.flatMap(({ declared: { valueAt }, literal: { at, text } }) =>
    valueAt === undefined ? [] : [{ at: valueAt + at, was: text, becomes: `var(${name})` }],
  )
  if (edits.length < uses.length) return undefined
  const set = `:host { ${name}: ${value}; }\n`
  const reads = uses.map(({ declared: { property, value: written }, literal: { at, text } }) =>
    `${property}: ${written.slice(0, at)}var(${name})${written.slice(at + text.length)}`.slice(0, 300),
  )
  return {
    token: name,
    reads: [...new Set([set.trim(), ...reads])],
    edits: [{ at: 0, was: '', becomes: set }, ...edits],
  }
}
