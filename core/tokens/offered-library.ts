import { declaredIn } from '../check/declared'
import { isBeside } from '../read/source/reading'
import type { SourceText } from '../read/source/source-text'
import { isSameWritten, valueAt } from './document'
import { offeredTokens, type Offered } from './offered'
import { sheetPlaces, type SheetPlace } from './offered-places'
import { propertiesIn, type Theme } from './themes'

/** What is asked of the sheets of a library: values of a place, for one of the themes. */
export interface OfferAsked {
  themes: Theme[]
  prefix: string
  place: string
  into: string
}

/** What the sheets of a library offer as tokens; tests and demonstrations are nobody's but their own. */
export function offeredInLibrary(
  files: readonly SourceText[],
  { themes, prefix, place, into }: OfferAsked,
): Offered & { places: SheetPlace[] } {
  const written = declaredIn(files.filter(({ path }) => !isBeside(path)))
  const declared = written.filter(({ property }) => property.startsWith('--'))
  const byProperty = propertiesIn(themes, into, prefix)
  const theme = themes.find(({ name }) => name === into)!
  const { offers, left } = offeredTokens(declared, { prefix, byProperty, place, isOver: theme.on !== null })
  return {
    // what the theme has so already need not be taken
    offers: offers.filter(({ path, value }) => !isSameWritten(valueAt(theme.document, path), value)),
    left,
    places: sheetPlaces(declared, prefix),
  }
}
