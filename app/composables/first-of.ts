/** The first of a list, and all of it once somebody asks for the rest. */
export function useFirstOf<T>(list: () => readonly T[], most: () => number) {
  const isWhole = ref(false)
  const told = computed(() => (isWhole.value ? list() : list().slice(0, most())))
  const left = computed(() => list().length - told.value.length)
  return { told, left, showAll: () => void (isWhole.value = true) }
}
