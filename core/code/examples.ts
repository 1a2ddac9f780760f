import { membersOf, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import { slotTitle } from '../contract/slot'
import { choicesOf } from '../contract/type'
import { firstUsage } from './showing'
import type { Usage } from './usage'

/** A way of showing a component, made by us from its contract; it is nobody's until somebody keeps it. */
export interface MadeExample { name: string; usage: Usage }

export const longWords = 'The 18:05 from Skerray to Holm by way of Inner Marram is expected to leave somewhat later than it says, owing to swell at the outer berth; Verkehrsverbundsbeförderungsbedingungen apply'
const most = 24

/** The prop that a component varies by most: the one with the most choices, a name that says so first. */
export function mainProp(contract: Contract): Prop | undefined {
  const choosing = membersOf(contract, 'prop').filter((one) => !one.readonly && (choicesOf(one.type)?.length ?? 0) > 1)
  return choosing.find((one) => /^(variant|tone|kind|appearance|type|intent|color|colour|severity|status)$/i.test(one.name)) ?? choosing.toSorted((a, b) => choicesOf(b.type)!.length - choicesOf(a.type)!.length)[0]
}

/**
 * First examples, made from the contract alone: each choice of the main prop, each boolean, each slot
 * filled and left empty, long words, and nothing set at all. `face` is what they start from, so that
 * one differs from the next by what it is named for. What is kept already, by name or by what it shows, is left out.
 */
export function firstExamples(contract: Contract, title: string, face: Usage = firstUsage(contract, title), kept: MadeExample[] = []): MadeExample[] {
  const made: MadeExample[] = []
  const set = (props: Record<string, unknown>): Usage => ({ ...face, props: { ...face.props, ...props } })
  const main = mainProp(contract)
  for (const choice of main ? (choicesOf(main.type) ?? []) : []) made.push({ name: `${main!.name}: ${String(choice)}`, usage: set({ [main!.name]: choice }) })
  const props = membersOf(contract, 'prop').filter((one) => !one.readonly && one.known !== 'comment')
  for (const one of props) if (one.type.is === 'boolean' && one !== main) made.push({ name: one.defaultValue === true ? `not ${one.name}` : one.name, usage: set({ [one.name]: one.defaultValue !== true }) })
  for (const slot of membersOf(contract, 'slot').filter((one) => one.known !== 'comment')) {
    const filled = face.slots[slot.name]
    if (filled) {
      const { [slot.name]: _gone, ...rest } = face.slots
      made.push({ name: `${slotTitle(slot.name)} empty`, usage: { ...face, slots: rest } })
    } else made.push({ name: `${slotTitle(slot.name)} filled`, usage: { ...face, slots: { ...face.slots, [slot.name]: { is: 'text', text: title } } } })
  }
  const texts = props.filter((one) => typeof face.props[one.name] === 'string' && one.type.is === 'string')
  const longSlots = Object.fromEntries(Object.entries(face.slots).map(([name, filling]) => [name, filling.is === 'text' ? { is: 'text' as const, text: longWords } : filling]))
  if (texts.length || Object.values(face.slots).some((one) => one.is === 'text')) made.push({ name: 'long words', usage: { ...face, props: { ...face.props, ...Object.fromEntries(texts.map((one) => [one.name, longWords])) }, slots: longSlots } })
  made.push({ name: 'nothing set', usage: { props: {}, slots: {} } })
  const have = new Set(kept.flatMap((one) => [one.name, JSON.stringify(one.usage)]))
  return [...new Map(made.map((one) => [JSON.stringify(one.usage), one])).values()].filter((one) => !have.has(one.name) && !have.has(JSON.stringify(one.usage))).slice(0, most)
}
