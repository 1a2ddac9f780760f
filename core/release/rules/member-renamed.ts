import { memberTitle } from '../../contract/contract'
import type { ReleaseRule } from './rule'
import { called, ofMembers, placeOf } from './told'

/** A member that is called otherwise, and promises the same. */
export const memberRenamed: ReleaseRule = {
  name: 'member-renamed',
  title: 'A member is called otherwise',
  changes: (given) =>
    ofMembers(given, ({ before, now }, component) =>
      before && now && before.name !== now.name
        ? [
            {
              weight: 'breaking' as const,
              ...placeOf(component.now, now),
              says: `${called(before)} seems to be called ${memberTitle(now)} now.`,
            },
          ]
        : [],
    ),
}
