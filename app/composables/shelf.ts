import type { Hit } from '~~/core/find/find'
import type { Standing } from '~~/core/wire'

/**
 * How many components of a shelf are drawn: the first screenfuls at once; what is farther down follows while
 * nobody waits for it.
 */
function useGrowingRoom(total: () => number) {
  const room = ref(36)
  let growing: ReturnType<typeof setTimeout> | undefined
  function more() {
    if (room.value < total())
      requestIdleCallback(
        () => {
          room.value += 60
          more()
        },
        { timeout: 400 },
      )
  }
  onMounted(() => {
    growing = setTimeout(more, 700)
  })
  onUnmounted(() => clearTimeout(growing))
  return room
}

/**
 * Which components of a library the shelf shows, by what its sentence says: which ones, of which status,
 * speaking of what, in which order. All of it is kept in the page's address.
 */
export function useShelf() {
  const store = useLibrary()
  const { standing } = storeToRefs(store)
  const room = useGrowingRoom(() => standing.value.length)
  const which = useAddressChoice('which', 'all')
  const status = useAddressChoice('status', 'any')
  const by = useAddressChoice('by', 'group')

  const said = useAddressChoice('find', '')
  /**
   * What is looked for leads to components only once the worker has answered; until then all stand as they did.
   */
  const hits = shallowRef<ReadonlyMap<string, Hit>>()
  const { components } = useFinder()
  let asked = 0
  watch(
    [said, standing, () => store.wordsStamp],
    async () => {
      const mine = ++asked
      if (!said.value.trim()) hits.value = undefined
      else {
        const found = await components(said.value)
        if (mine === asked) hits.value = found
      }
    },
    { immediate: true },
  )
  const tests: Record<string, (standing: Standing) => boolean> = {
    all: () => true,
    wordless: (component) => store.missing(component).length > 0,
    differs: (component) => component.contract.members.some((member) => member.disagreements.length > 0),
    exampleless: (component) => component.kept === 0,
    broken: (component) => component.rendering.problems.length > 0,
  }
  const shown = computed(() =>
    standing.value.filter(
      (component) =>
        tests[which.value]?.(component) &&
        (status.value === 'any' || component.status === status.value) &&
        (!hits.value || hits.value.has(component.tag)),
    ),
  )
  const matching = computed(() => new Set(shown.value))
  const isShown = computed(
    () =>
      new Set(
        store.groups
          .flatMap((group) => group.items.filter((item) => matching.value.has(item)))
          .slice(0, room.value),
      ),
  )
  const bands = computed(() => {
    if (by.value === 'name')
      return [
        {
          name: 'By name',
          items: shown.value.slice(0, room.value),
          total: shown.value.length,
          inWords: undefined,
        },
      ]
    return store.groups
      .map((group) => ({
        ...group,
        items: group.items.filter((item) => isShown.value.has(item)),
        total: group.items.filter((item) => matching.value.has(item)).length,
      }))
      .filter((group) => group.items.length > 0)
  })
  const wordless = computed(() => standing.value.filter(tests.wordless!).length)
  const whichTitle = (key: string) =>
    ({
      all: `All ${count(standing.value.length)}`,
      wordless: 'Those without words',
      differs: 'Those whose comments differ',
      exampleless: 'Those with no example',
      broken: 'Those that do not compile',
    })[key]!
  const whichOptions = computed(() =>
    Object.keys(tests).map((value) => ({ value, title: whichTitle(value) })),
  )
  return { which, status, by, said, hits, shown, bands, wordless, whichOptions }
}
