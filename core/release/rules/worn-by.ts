import { attributeOf, attributeValue } from '../../tokens/axis'
import type { Theme } from '../../tokens/themes'

/** How an element says that it wears a theme. */
export const wornBy = (theme: Theme): string => `${attributeOf(theme.axis)}="${attributeValue(theme)}"`
