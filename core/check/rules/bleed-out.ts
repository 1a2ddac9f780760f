import type { RuleOut } from '../../isolation/bleed'
import { rulesOut, valuesTold } from '../../isolation/isolation'
import { ownClasses } from '../../isolation/own-classes'
import { selectorKey } from '../../read/places'
import type { Check, Finding } from '../check'
import type { Declared } from '../declared'

/** Elements that are named in one finding. */
const mostElements = 5

/**
 * Rules that come with components and change what a page has besides: plain elements, and whatever happens to
 * have a class that is not the library's by its name.
 */
export const bleedOut: Check = {
  run({ isolation, declared, prefix, contracts }) {
    const byRule = new Map<string, { rule: RuleOut; tags: string[] }>()
    for (const { tag, seen } of isolation)
      for (const rule of rulesOut(seen)) {
        const known = byRule.get(rule.selector) ?? { rule, tags: [] }
        known.tags.push(tag)
        byRule.set(rule.selector, known)
      }
    const isOwn = ownClasses(declared, prefix, contracts)
    const placeOf = placesOf(declared)
    return [...byRule.values()]
      .filter(({ rule }) => !rule.isNamed || !isOwn(rule.selector))
      .map(({ rule, tags }) => findingOf(rule, tags, placeOf(rule.selector)))
  },
}

function findingOf(rule: RuleOut, tags: readonly string[], place: Finding['place']): Finding {
  const { selector, isNamed, elements, values } = rule
  const shown = elements.slice(0, mostElements).join(', ')
  const more = elements.length > mostElements ? ` and ${elements.length - mostElements} more` : ''
  const whose = isNamed ? `A page that has ${shown}${more} of its own` : `${shown}${more} of the page`
  return {
    rule: 'bleed-out',
    about: selector.slice(0, 500),
    says: `With ${tags.slice(0, 3).join(', ')}, ${selector} reaches past it. ${whose}: ${valuesTold(values)}.`,
    todo: isNamed
      ? 'Give the class a name that only this library has, or put the rule into @scope.'
      : 'Put the rule into @scope, behind a class of the component, or into a shadow tree.',
    ...(place ? { place } : {}),
    ...(tags.length === 1 ? { tag: tags[0]! } : {}),
  }
}

/** Tells where a rule of a selector is written first. */
function placesOf(declared: readonly Declared[]): (selector: string) => Finding['place'] {
  const written = new Map<string, { file: string; line: number }>()
  for (const { selector, file, line } of declared)
    if (!written.has(selector)) written.set(selector, { file, line })
  return (selector) => written.get(selectorKey(selector))
}
