import { memberKinds, type Member } from '../../contract/contract'
import type { Facet } from '../../contract/member-kind'
import type { Weight } from '../../contract/weight'
import type { ReleaseRule } from './rule'
import { called, ofMembers, placeOf } from './told'

/** What a rule tells of one facet: where that can be read on both sides, or where it is a text on one of them. */
interface Told {
  name: string
  title: string
  tells(before: Member, now: Member): boolean
  weigh(before: Member, now: Member): Weight
}

const ruleOf = (kind: string, { show, isSame, name: facet }: Facet<Member>, told: Told): ReleaseRule => ({
  name: told.name,
  title: told.title,
  changes: (given) =>
    ofMembers(given, ({ before, now }, component) => {
      if (before?.kind !== kind || now?.kind !== kind || isOfName(facet, before, now)) return []
      const [then, since] = [show(before), show(now)]
      if (then === since || !told.tells(before, now) || isSame?.(before, now)) return []
      return [
        {
          weight: told.weigh(before, now),
          ...placeOf(component.now, now),
          says: `${told.title.replace(/^An? \S+/, called(now))}.`,
          before: then,
          now: since,
        },
      ]
    }),
})

/** The attribute of a prop that is called otherwise is another because of that. */
const isOfName = (facet: string, before: Member, now: Member): boolean =>
  facet === 'attribute' && before.name !== now.name

function rulesOf(kind: string, facet: Facet<Member>): ReleaseRule[] {
  const { isRead, title, weigh } = facet
  const name = `${kind}-${facet.name}`
  if (!isRead) return [ruleOf(kind, facet, { name, title, weigh, tells: () => true })]
  const areRead = (before: Member, now: Member) => isRead(before) && isRead(now)
  return [
    ruleOf(kind, facet, { name, title, weigh, tells: areRead }),
    ruleOf(kind, facet, {
      name: `${name}${ofText}`,
      title: `${title}, or writes the same otherwise`,
      weigh: () => 'mend',
      tells: (before, now) => !areRead(before, now),
    }),
  ]
}

/** What the names of rules end with that tell of a text which nobody can weigh. */
const ofText = '-text'
export const isOfText = ({ rule }: { rule: string }): boolean => rule.endsWith(ofText)

/**
 * A rule for each thing that a kind of member promises, and one more for each that may be known by its text only.
 * The kinds' own files say what each means.
 */
export const facetRules: readonly ReleaseRule[] = memberKinds.flatMap(({ kind, facets }) =>
  (facets as readonly Facet<Member>[]).flatMap((facet) => rulesOf(kind, facet)),
)
