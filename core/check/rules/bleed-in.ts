import { foreignTexts } from '../../isolation/foreign'
import { orderTexts, pagesTold, valuesTold, type ElementIn } from '../../isolation/isolation'
import type { Check, Finding } from '../check'

/** Pages whose rules a component has to hold against: nobody writes them with it in mind, and most pages have them. */
const held = ['reset', 'library'] as const
/** Properties of which it cannot be told from their values whether anybody sees them: they may change nothing. */
const unseen = new Set(['vertical-align', 'box-sizing'])
/** Findings of one component and page that are told. */
const mostOfOne = 12

/** What a page with a reset, or with the other sheets of the library, changes by its rules in what a component renders. */
export const bleedIn: Check = {
  run: ({ isolation }) =>
    isolation.flatMap(({ tag, seen }) =>
      pagesTold(seen).flatMap((page): Finding[] => {
        if (page.name === 'large')
          return page.cut.map(({ at, situation }) => ({
            rule: 'bleed-in',
            about: `large ${tag} ${at}`.slice(0, 500),
            says: `In ${foreignTexts.large.title}, ${situation}, ${at} cuts off what it shows.`,
            todo: 'Let it grow with its text: a least height in place of a height, and rem in place of px.',
            tag,
          }))
        const name = held.find((heldName) => heldName === page.name)
        return name
          ? page.elements.flatMap((element) => findingOf(tag, name, element)).slice(0, mostOfOne)
          : []
      }),
    ),
}

function findingOf(tag: string, page: (typeof held)[number], element: ElementIn): Finding[] {
  const values = element.values.filter(({ property }) => !unseen.has(property))
  if (element.how !== 'rule' || !values.length) return []
  const { at, order, count, situation, isHost } = element
  const when = [foreignTexts[page].title, orderTexts[order], situation].filter(Boolean).join(', ')
  const more = count > 1 ? `, ${count} of them,` : ''
  return [
    {
      rule: 'bleed-in',
      about: `${page} ${tag} ${at}`.slice(0, 500),
      says: `In ${when}, ${at}${more} has other values: ${valuesTold(values)}.`,
      todo: isHost
        ? 'What a page says of the element itself is stronger than :host: put it on an element inside.'
        : 'Say in its own sheet what it is to have there; now it has what browsers give it.',
      tag,
    },
  ]
}
