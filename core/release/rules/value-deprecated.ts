import type { ReleaseRule } from './rule'
import { calledValue, placeOfValue, valuePairs } from './values'

/**
 * A value of a prop that should not be used any more, by its source or by what people said of it (Semantic
 * Versioning 2.0.0, section 7: at least a minor).
 */
export const valueDeprecated: ReleaseRule = {
  name: 'value-deprecated',
  title: 'A value of a prop is deprecated',
  changes: (given) =>
    valuePairs(given).flatMap(({ component, before, now }) =>
      before.deprecated === undefined && now?.deprecated !== undefined
        ? [
            {
              weight: 'additive' as const,
              ...placeOfValue(component.now, now),
              says: `${calledValue(now)} is deprecated.`,
              ...(now.deprecated ? { now: now.deprecated } : {}),
            },
          ]
        : [],
    ),
}
