import { describeMember, kindOf } from '../../contract/contract'
import type { ReleaseRule } from './rule'
import { called, ofMembers, placeOf } from './told'

/** A member that was not there: something to use, or something that must be given from now on. */
export const memberNew: ReleaseRule = {
  name: 'member-new',
  title: 'A member is new',
  changes: (given) =>
    ofMembers(given, ({ before, now }, component) =>
      now && !before
        ? [
            {
              weight: kindOf(now).weightOfNew?.(now) ?? ('additive' as const),
              ...placeOf(component.now, now),
              says: `${called(now)} is new.`,
              now: describeMember(now),
            },
          ]
        : [],
    ),
}
