import { membersOf, type Contract } from '../../contract/contract'
import { slotPropParts, slotPropsIn } from '../slot-props'
import type { Filling } from '../usage'
import { stringLiteral } from './script'

/** Names in a filling that stand for slot props, also in values of components inside it. */
const namesUsed = (filling: Filling): string[] => {
  if (filling.is === 'text') return slotPropsIn(filling.text)
  if (filling.is === 'markup') return slotPropsIn(filling.markup)
  const values = Object.values(filling.usage.props)
  return [
    ...values.flatMap((value) => (typeof value === 'string' ? slotPropsIn(value) : [])),
    ...Object.values(filling.usage.slots).flatMap(namesUsed),
  ]
}

/** What a slot hands over that its filling makes use of, in the order in which it does. */
export function handedOver(contract: Contract, slotName: string, filling: Filling): string[] {
  const slot = membersOf(contract, 'slot').find(({ name }) => name === slotName)
  const passed = new Set((slot?.passes ?? []).map(({ name }) => name))
  return [...new Set(namesUsed(filling))].filter((name) => passed.has(name))
}

/** A text with slot props in it as an expression of JavaScript; `undefined` where it has none. */
export function expressionOf(text: string, known: ReadonlySet<string>): string | undefined {
  const parts = slotPropParts(text, known)
  if (parts.every((part) => typeof part === 'string')) return undefined
  const terms = parts.map((part) => (typeof part === 'string' ? stringLiteral(part) : part.path))
  // a lone place stands for the value itself, whatever it is
  return terms.length > 1 && !terms[0]!.startsWith("'") ? ["''", ...terms].join(' + ') : terms.join(' + ')
}
