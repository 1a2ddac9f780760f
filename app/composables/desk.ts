import type { GateSetting } from '~~/core/release/gates/gate'
import { deskSchema, nothingSchema, releasesSchema, type DeskView, type ReleasesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** The release desk of a library and what is out, compared with the version that `from` says, or with the latest. */
export function useDesk(from: Ref<string>) {
  const store = useLibrary()
  const desk = ref<DeskView>()
  const releases = ref<ReleasesView>()
  const problems = ref<Problem[]>([])
  const address = () => `/libraries/${store.slug}/releases`

  async function load() {
    try {
      const query = from.value ? `?from=${encodeURIComponent(from.value)}` : ''
      const [now, out] = await Promise.all([
        ask(deskSchema, `${address()}/desk${query}`),
        ask(releasesSchema, address()),
      ])
      desk.value = now
      releases.value = out
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  watch([() => store.releaseStamp, () => store.library?.revision?.number, from], load, { immediate: true })

  async function put(part: string, body: object) {
    try {
      await ask(nothingSchema, `${address()}/${part}`, { method: 'PUT', body })
      await load()
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  const setGate = (gate: string, setting: GateSetting) => put('gates', { gate, setting })
  /** Lets the next version pass a gate; without a reason that is taken back. */
  const waiveGate = (gate: string, reason: string) => put('waivers', { gate, reason })
  const { base, bases } = useVersionChoice(
    () => desk.value?.difference.versions,
    () => desk.value?.difference.from,
    from,
  )
  return { desk, releases, problems, base, bases, load, setGate, waiveGate }
}
