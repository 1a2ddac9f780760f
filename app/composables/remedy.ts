import { remedyOf } from '~~/core/code/remedy'

/** Gives what would mend a failure of a component, by what the library has. */
export function useRemedies(): (text: string, tag: string) => ReturnType<typeof remedyOf> {
  const store = useLibrary()
  return (text, tag) =>
    remedyOf(
      text,
      store.find(tag)?.contract,
      store.standing.map(({ contract }) => contract),
    )
}
