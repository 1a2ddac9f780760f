import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import { membersOf } from '../../contract/contract'
import type { Slot } from '../../contract/slot'
import { vueParts } from '../../languages/vue/script'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import { slotNamed } from './script-slots'
import { readVueTemplate, type HandedSlots } from './template'

/** Components that hand slots on to one another, at most in a row. */
const deepest = 8

/**
 * Components with the slots of the inner ones that they hand their own to: all at once (`#[name]` for each of
 * `$slots`), or as a prop (`:templates="$slots"`), of which the inner one takes what it asks for.
 */
export function withHandedSlots(
  sources: SourceSet,
  contracts: Contract[],
  fileOf: (path: string, used: string) => string | undefined,
): Contract[] {
  const byFile = new Map(contracts.map((contract) => [contract.files[0]!, contract]))
  const handed = new Map(
    contracts.map((contract) => [contract, handedIn(sources, contract.files[0]!)] as const),
  )
  const slotsOf = (contract: Contract, depth: number): Slot[] => {
    const own = membersOf(contract, 'slot')
    const path = contract.files[0]!
    const inner = (handed.get(contract) ?? []).flatMap(({ to, prop }) => {
      const file = fileOf(path, to)
      const other = file === undefined ? undefined : byFile.get(file)
      if (!other || other === contract || depth > deepest) return []
      return prop === undefined ? slotsOf(other, depth + 1) : askedOf(sources, other.files[0]!, prop)
    })
    const known = new Set(own.map(({ name }) => name))
    return [...own, ...new Map(inner.map((slot) => [slot.name, slot])).values()].filter(
      (slot, i) => i < own.length || !known.has(slot.name),
    )
  }
  return contracts.map((contract) => {
    if (!handed.get(contract)?.length) return contract
    const slots = slotsOf(contract, 0)
    const at = contract.members.findIndex(({ kind }) => kind === 'slot' || kind === 'event')
    const others = contract.members.filter(({ kind }) => kind !== 'slot')
    const place = at < 0 ? others.length : Math.min(at, others.length)
    return { ...contract, members: [...others.slice(0, place), ...slots, ...others.slice(place)] }
  })
}

function handedIn(sources: SourceSet, path: string): HandedSlots[] {
  const text = sources.texts.get(path) ?? ''
  if (!path.endsWith('.vue') || !text.includes('$slots')) return []
  return sources.once(
    `vue handed ${path}`,
    [path],
    () => readVueTemplate(vueParts(path, text).descriptor, path, true).handsSlots,
  )
}

/** What a component takes out of a prop that holds slots: `templates.head`, in its template or its script. */
function askedOf(sources: SourceSet, path: string, prop: string): Slot[] {
  const text = sources.texts.get(path) ?? ''
  const { descriptor } = vueParts(path, text)
  const found = new Map<string, Slot>()
  const script = sources.scripts.get(path)
  const expressions = [
    ...(script ? [script] : []),
    ...readVueTemplate(descriptor, path, true).expressions.map((expression) =>
      ts.createSourceFile('expression.ts', expression, ts.ScriptTarget.Latest, true),
    ),
  ]
  for (const expression of expressions)
    walk(expression, (node) => {
      const isAsked = ts.isPropertyAccessExpression(node) && endOf(node.expression) === prop
      if (isAsked && !found.has(node.name.text))
        found.set(node.name.text, slotNamed(node.name.text, { file: path, line: 1 }))
    })
  return [...found.values()]
}

const endOf = (node: ts.Expression): string | undefined =>
  ts.isIdentifier(node) ? node.text : ts.isPropertyAccessExpression(node) ? node.name.text : undefined
