/**
 * Versions that the shelf is compared with, to choose one of in a sentence. `shown` is the one that it is
 * compared with; `asked` what the address says, which is nothing for the latest.
 */
export function useVersionChoice(
  versions: () => readonly string[] | undefined,
  shown: () => string | null | undefined,
  asked: Ref<string>,
) {
  const store = useLibrary()
  const bases = useVersionOptions(versions)
  const base = computed({
    get: () => shown() ?? '',
    set: (value) => {
      asked.value = value === store.library?.latest ? '' : value
    },
  })
  return { base, bases }
}

/** Versions to choose one of, the one that `latest` names told from the others. */
export function useVersionOptions(versions: () => readonly string[] | undefined) {
  const store = useLibrary()
  return computed(() =>
    (versions() ?? []).map((value) => ({
      value,
      title: value,
      note: value === store.library?.latest ? 'latest' : '',
    })),
  )
}
