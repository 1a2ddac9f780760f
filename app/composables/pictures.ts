import { nothingSchema, picturesSchema, type LookChange, type PicturesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** How the shelf looks beside a version, kept up while pictures are taken. */
export function usePictures(version: Ref<string>) {
  const store = useLibrary()
  const view = shallowRef<PicturesView>()
  const problems = ref<Problem[]>([])
  const isBusy = ref(false)
  const address = () => `/libraries/${store.slug}/pictures`
  const query = () => (version.value ? { version: version.value } : {})
  let asking: Promise<void> | undefined
  let again = false

  async function askNow() {
    try {
      view.value = await ask(picturesSchema, address(), { query: query() })
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  /** One answer at a time: what is news meanwhile is asked for after it. */
  async function load(): Promise<void> {
    if (asking) {
      again = true
      return asking
    }
    asking = askNow()
    await asking
    asking = undefined
    if (!again) return
    again = false
    await load()
  }
  watch([() => store.picturesStamp, version], load, { immediate: true })

  async function act(work: () => Promise<unknown>) {
    isBusy.value = true
    try {
      await work()
      await load()
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      isBusy.value = false
    }
  }
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
