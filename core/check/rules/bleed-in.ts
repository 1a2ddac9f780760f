import { foreignTexts } from '../../isolation/foreign'
import { orderTexts, pagesTold, valuesTold, type ElementIn, type PageTold } from '../../isolation/isolation'
import type { Check, Finding } from '../check'

/**
 * Pages whose rules a component has to hold against: nobody writes them with it in mind, and most have them.
 */
const held: readonly string[] = ['reset', 'library']
/**
 * Properties of which it cannot be told from their values whether anybody sees them: they may change nothing.
 */
const unseen = new Set(['vertical-align', 'box-sizing'])
/** Elements that are told of in one finding; the rest is counted. */
const mostElements = 3

/** What most pages change, by rules of theirs or with larger text, in what a component renders. */
export const bleedIn: Check = {
  run: ({ isolation }) =>
    isolation.flatMap(({ tag, seen }) =>
      pagesTold(seen).flatMap((page): Finding[] => {
        if (page.name === 'large') return cutOff(tag, page)
        return held.includes(page.name) ? changedBy(tag, page) : []
      }),
    ),
}

function cutOff(tag: string, { name, cut }: PageTold): Finding[] {
  if (!cut.length) return []
  const cutting = shown(cut.map(({ at, situation }) => `${at} (${situation})`))
  return [
    {
      rule: 'bleed-in',
      about: `${name} ${tag}`,
      says: `In ${foreignTexts[name].title}, what is in these is cut off: ${cutting}.`,
      todo: 'Let it grow with its text: a least height in place of a height, and rem in place of px.',
      tag,
    },
  ]
}

function changedBy(tag: string, { name, elements }: PageTold): Finding[] {
  const changed = elements
    .filter(({ how }) => how === 'rule')
    .map((element) => ({
      ...element,
      values: element.values.filter(({ property }) => !unseen.has(property)),
    }))
    .filter(({ values }) => values.length)
  if (!changed.length) return []
  return [
    {
      rule: 'bleed-in',
      about: `${name} ${tag}`,
      says: `In ${foreignTexts[name].title}, it looks otherwise: ${shown(changed.map(saidOf))}.`,
      todo: changed.every(({ isHost }) => isHost)
        ? 'What a page says of the element itself is stronger than :host: put it on an element inside.'
        : 'Say in its own sheet what they are to have: now they have what browsers give them. Isolation has it all.',
      tag,
    },
  ]
}
function saidOf({ at, count, order, values }: ElementIn): string {
  const when = orderTexts[order] && `, ${orderTexts[order]},`
  return `${at}${count > 1 ? ` (${count} times)` : ''}${when} has ${valuesTold(values)}`
}
const shown = (texts: readonly string[]): string => {
  const more = texts.length - mostElements
  return `${texts.slice(0, mostElements).join('; ')}${more > 0 ? `; and ${more} more` : ''}`
}
