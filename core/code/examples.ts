import { membersOf, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import { slotTitle } from '../contract/slot'
import { choicesOf } from '../contract/type'
import { firstUsage } from './showing'
import type { Usage } from './usage'

/** A way of showing a component, made by us from its contract; it is nobody's until somebody keeps it. */
export interface MadeExample {
  name: string
  usage: Usage
}

export const longWords =
  'The 18:05 from Skerray to Holm by way of Inner Marram is expected to leave somewhat later ' +
  'than it says, owing to swell at the outer berth; Verkehrsverbundsbeförderungsbedingungen apply'
const most = 24

/** The prop that a component varies by most: the one with the most choices, a name that says so first. */
export function mainProp(contract: Contract): Prop | undefined {
  const choosing = membersOf(contract, 'prop').filter(
    (member) => !member.readonly && (choicesOf(member.type)?.length ?? 0) > 1,
  )
  return (
    choosing.find((entry) =>
      /^(variant|tone|kind|appearance|type|intent|color|colour|severity|status)$/i.test(entry.name),
    ) ?? choosing.toSorted((a, b) => choicesOf(b.type)!.length - choicesOf(a.type)!.length)[0]
  )
}

/**
 * First examples, made from the contract alone: each choice of the main prop, each boolean, each slot
 * filled and left empty, long words, and nothing set at all. `face` is what they start from, so that
 * one differs from the next by what it is named for. What is kept already, by name or by what it shows, is
 * left out.
 */
export function firstExamples(
  contract: Contract,
  title: string,
  face: Usage = firstUsage(contract, title),
  kept: MadeExample[] = [],
): MadeExample[] {
  const made: MadeExample[] = []
  const set = (props: Record<string, unknown>): Usage => ({ ...face, props: { ...face.props, ...props } })
  const main = mainProp(contract)
  for (const choice of main ? (choicesOf(main.type) ?? []) : [])
    made.push({ name: `${main!.name}: ${String(choice)}`, usage: set({ [main!.name]: choice }) })
  const props = membersOf(contract, 'prop').filter((member) => !member.readonly && member.known !== 'comment')
  for (const prop of props)
    if (prop.type.is === 'boolean' && prop !== main)
      made.push({
        name: prop.defaultValue === true ? `not ${prop.name}` : prop.name,
        usage: set({ [prop.name]: prop.defaultValue !== true }),
      })
  for (const slot of membersOf(contract, 'slot').filter((member) => member.known !== 'comment')) {
    const filled = face.slots[slot.name]
    if (filled) {
      const { [slot.name]: _gone, ...rest } = face.slots
      made.push({ name: `${slotTitle(slot.name)} empty`, usage: { ...face, slots: rest } })
    } else
      made.push({
        name: `${slotTitle(slot.name)} filled`,
        usage: { ...face, slots: { ...face.slots, [slot.name]: { is: 'text', text: title } } },
      })
  }
  const texts = props.filter((prop) => typeof face.props[prop.name] === 'string' && prop.type.is === 'string')
  const longSlots = Object.fromEntries(
    Object.entries(face.slots).map(([name, filling]) => [
      name,
      filling.is === 'text' ? { is: 'text' as const, text: longWords } : filling,
    ]),
  )
  if (texts.length || Object.values(face.slots).some((filling) => filling.is === 'text'))
    made.push({
      name: 'long words',
      usage: {
        ...face,
        props: { ...face.props, ...Object.fromEntries(texts.map((text) => [text.name, longWords])) },
        slots: longSlots,
      },
    })
  made.push({ name: 'nothing set', usage: { props: {}, slots: {} } })
  const have = new Set(kept.flatMap((madeExample) => [madeExample.name, JSON.stringify(madeExample.usage)]))
  return [...new Map(made.map((madeExample) => [JSON.stringify(madeExample.usage), madeExample])).values()]
    .filter((madeExample) => !have.has(madeExample.name) && !have.has(JSON.stringify(madeExample.usage)))
    .slice(0, most)
}
