import { accessibleChanges } from '../../accessible/contract-change'
import type { ReleaseRule } from './rule'
import { stayed } from './told'

/** What assistive technology is told of a component, and the keys it answers, where a browser was asked of both. */
export const accessibleTold: ReleaseRule = {
  name: 'accessible-told',
  title: 'Assistive technology is told something else, or other keys are answered',
  changes: (given) =>
    stayed(given).flatMap(({ before: { tag: then }, now: { tag } }) => {
      const [before, now] = [given.before.accessible[then], given.now.accessible[tag]]
      if (!before || !now) return []
      return accessibleChanges(before, now).map(({ says, weight }) => ({
        weight,
        about: `${tag} ${says}`,
        says: `${says}.`,
        tag,
      }))
    }),
}
