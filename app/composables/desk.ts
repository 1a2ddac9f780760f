import type { GateSetting } from '~~/core/release/gates/gate'
import { deskSchema, nothingSchema, releasesSchema } from '~~/core/wire'

/** The release desk of a library and what is out, compared with the version that `from` says, or with the latest. */
export function useDesk(from: Ref<string>) {
  const store = useLibrary()
  const address = () => `/libraries/${store.slug}/releases`
  const query = () => (from.value ? `?from=${encodeURIComponent(from.value)}` : '')
  const {
    answer: desk,
    problems,
    load: loadDesk,
  } = useAnswer(deskSchema, () => `${address()}/desk${query()}`, [
    () => store.releaseStamp,
    () => store.library?.revision?.number,
  ])
  const { answer: releases, load: loadReleases } = useAnswer(releasesSchema, address, [
    () => store.releaseStamp,
  ])
  const load = () => Promise.all([loadDesk(), loadReleases()])

  const { act } = useActs(problems)
  const put = (part: string, body: object) =>
    act(() => ask(nothingSchema, `${address()}/${part}`, { method: 'PUT', body }).then(load))
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
