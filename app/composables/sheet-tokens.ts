import { withOffers, type Offer } from '~~/core/tokens/offered'
import { resolveTheme } from '~~/core/tokens/themes'
import { editedSchema, offeredSchema, type OfferedView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/**
 * Custom properties of one place in the library's sheets that could be tokens of a theme: which of them are
 * to be taken, what they would come to, and taking them, as one edit that is taken back with one press.
 */
export function useSheetTokens(place: Ref<string>, themeName: Ref<string>) {
  const store = useLibrary()
  const { say } = useSay()
  const { undo } = useTokenEdits(() => undefined)
  const offered = shallowRef<OfferedView>()
  const problems = ref<Problem[]>([])
  const isBusy = ref(false)
  /** Properties that somebody leaves where they are. */
  const leaving = ref(new Set<string>())
  // tokens that are there, and the sheets, say what is offered
  const stamp = computed(() => [
    store.slug,
    store.findingsStamp,
    place.value,
    themeName.value,
    ...store.themes.map(({ revision }) => revision),
  ])
  watch(
    () => stamp.value.join(),
    async () => {
      if (themeName.value === '') return
      const asked = stamp.value.join()
      const query = { place: place.value, into: themeName.value }
      try {
        const found = await ask(offeredSchema, `/libraries/${store.slug}/tokens/offered`, { query })
        if (asked === stamp.value.join()) offered.value = found
        problems.value = []
      } catch (error) {
        problems.value = problemsOf(error)
      }
    },
    { immediate: true },
  )
  // over what the library keeps: what is only being tried is not taken along
  const themes = computed(() => store.library?.themes ?? [])
  const theme = computed(() => themes.value.find(({ name }) => name === themeName.value))
  const offers = computed<Offer[]>(() => offered.value?.offers ?? [])
  const taken = computed(() => offers.value.filter(({ property }) => !leaving.value.has(property)))
  /** Tokens as they would come out, all of them taken. */
  const tokens = computed(() => {
    const into = theme.value
    if (!into) return undefined
    const document = withOffers(into.document, offers.value)
    const taking = themes.value.map((other) => (other.name === into.name ? { ...other, document } : other))
    return resolveTheme(taking, into.name).tokens
  })

  async function take() {
    const into = theme.value
    if (!into) return
    isBusy.value = true
    try {
      const { edit } = await ask(editedSchema, `/libraries/${store.slug}/tokens/file`, {
        method: 'PUT',
        body: {
          theme: into.name,
          text: JSON.stringify(withOffers(into.document, taken.value)),
          revision: into.revision,
        },
      })
      const count = plural(taken.value.length, 'token')
      problems.value = []
      leaving.value = new Set()
      await store.load()
      say(`${capital(count)} taken into ${into.title}.`, { title: 'Undo', run: () => void undo(edit) })
    } catch (error) {
      problems.value = problemsOf(error)
    }
    isBusy.value = false
  }
  return { offered, offers, taken, leaving, tokens, problems, isBusy, take }
}
