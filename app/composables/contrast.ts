import type { LibraryPair } from '~~/core/contrast/gather'
import { pairsNow, type ToMend } from '~~/core/contrast/mends'
import { tokensOfThemes } from '~~/core/tokens/themes'
import { contrastSchema, tokenPurposesSchema } from '~~/core/wire'

/** A pair by what it is of, as it stands in an address. */
export const pairKey = ({ theme, role, text, ground, by = '', groundBy = '' }: LibraryPair): string =>
  [theme, role, text, ground, by, groundBy].join(' ')

/**
 * Colours that were seen on one another in the whole library, as they read by the tokens that are kept now;
 * kept up while a browser looks and while tokens change.
 */
export function useContrast() {
  const store = useLibrary()
  const address = () => `/libraries/${store.slug}/contrast`
  const news = [() => store.findingsStamp, () => store.evidence]
  const { answer: seen, problems } = useAnswer(contrastSchema, address, news)
  /** What sheets use tokens for: it takes longer, and only the grid asks for it. */
  const { answer: purposes } = useAnswer(tokenPurposesSchema, () => `${address()}/uses`, news)
  const { isBusy, look } = useLookNow(problems, { only: 'looks' })

  // what is only being tried does not change the list that somebody tries it from
  const kept = computed(() => [...store.fitted])
  const tokensOf = computed(() => tokensOfThemes(kept.value))
  const tokenOf = (property: string) => store.tokenNames.get(property)
  const pairs = computed(() => pairsNow(seen.value?.pairs ?? [], tokensOf.value, tokenOf))
  const toMend = computed<ToMend>(() => ({
    themes: kept.value,
    tokensOf: tokensOf.value,
    pairs: pairs.value,
    tokenOf,
  }))
  return { seen, purposes, problems, isBusy, look, pairs, tokensOf, tokenOf, toMend }
}
