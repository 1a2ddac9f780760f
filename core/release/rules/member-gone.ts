import { describeMember } from '../../contract/contract'
import { readDeprecation } from '../deprecation'
import type { ReleaseRule } from './rule'
import { called, ofMembers, placeOf } from './told'

/** A prop, a slot, an event or the like that was promised is gone. */
export const memberGone: ReleaseRule = {
  name: 'member-gone',
  title: 'A member is gone',
  changes: (given) =>
    ofMembers(given, ({ before, now }, component) =>
      before && !now
        ? [
            {
              weight: 'breaking' as const,
              ...placeOf(component.now, before),
              says: `${called(before)} is gone.`,
              before: describeMember(before),
              ...readDeprecation(before.deprecated ?? ''),
            },
          ]
        : [],
    ),
}
