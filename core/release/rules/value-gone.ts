import { readDeprecation } from '../deprecation'
import type { ReleaseRule } from './rule'
import { calledValue, placeOfValue, valuePairs } from './values'

/**
 * A value of a prop that was deprecated is gone. That its type takes it no more, the rule of the type tells;
 * this one knows what was promised of it.
 */
export const valueGone: ReleaseRule = {
  name: 'value-gone',
  title: 'A deprecated value of a prop is gone',
  changes: (given) =>
    valuePairs(given).flatMap(({ component, before, now }) =>
      before.deprecated !== undefined && !now
        ? [
            {
              weight: 'breaking' as const,
              ...placeOfValue(component.now, before),
              says: `${calledValue(before)} is gone.`,
              ...(before.deprecated ? { before: before.deprecated } : {}),
              ...readDeprecation(before.deprecated),
            },
          ]
        : [],
    ),
}
