/** A value of a token that is being typed, or on its way to the server. */
export interface TokenDraft {
  theme: string
  path: string
  value: unknown
}
type At = Pick<TokenDraft, 'theme' | 'path'>

/**
 * Values of tokens that are shown over what is kept, whatever news comes in meanwhile: one for each place.
 */
export function tokenDrafts() {
  const drafts = shallowRef<readonly TokenDraft[]>([])
  const without = ({ theme, path }: At) =>
    drafts.value.filter((draft) => draft.theme !== theme || draft.path !== path)
  function draftToken(draft: TokenDraft) {
    drafts.value = [...without(draft), draft]
  }
  function dropDraft(at: At) {
    drafts.value = without(at)
  }
  return { drafts, draftToken, dropDraft }
}
