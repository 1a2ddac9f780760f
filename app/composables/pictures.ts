import { nothingSchema, picturesSchema, type LookChange } from '~~/core/wire'

/** How the shelf looks beside a version, kept up while pictures are taken. */
export function usePictures(version: Ref<string>) {
  const store = useLibrary()
  const address = () => `/libraries/${store.slug}/pictures`
  const query = () => ({ version: version.value || undefined })
  const {
    answer: view,
    problems,
    load,
  } = useAnswer(picturesSchema, () => address() + queryOf(query()), [() => store.picturesStamp])
  const { isBusy, act: actFirst } = useActs(problems)
  const act = (work: () => Promise<unknown>) => actFirst(() => work().then(load))
  const take = () => act(() => ask(nothingSchema, address(), { method: 'POST', query: query() }))
  const stop = () => act(() => ask(nothingSchema, address(), { method: 'DELETE' }))
  /** Accepts changes, says that they are not meant, or takes back what was said. */
  const judge = (changes: readonly LookChange[], accepted: boolean | null) =>
    act(() =>
      ask(nothingSchema, `${address()}/verdicts`, {
        method: 'PUT',
        body: {
          changes: changes.map(({ tag, before, now }) => ({ tag, before: before.image, now: now.image })),
          accepted,
        },
      }),
    )
  return { view, problems, isBusy, take, stop, judge }
}
