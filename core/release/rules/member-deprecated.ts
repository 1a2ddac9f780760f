import type { ReleaseRule } from './rule'
import { called, ofMembers, placeOf } from './told'

/** A member that should not be used any more (Semantic Versioning 2.0.0, section 7: at least a minor). */
export const memberDeprecated: ReleaseRule = {
  name: 'member-deprecated',
  title: 'A member is deprecated',
  changes: (given) =>
    ofMembers(given, ({ before, now }, component) =>
      now && now.deprecated !== undefined && before?.deprecated === undefined && before
        ? [
            {
              weight: 'additive' as const,
              ...placeOf(component.now, now),
              says: `${called(now)} is deprecated.`,
              ...(now.deprecated ? { now: now.deprecated } : {}),
            },
          ]
        : [],
    ),
}
