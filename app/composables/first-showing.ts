import { nothingSchema, type Standing } from '~~/core/wire'
import { asFailureAsks, firstShowings } from '~~/core/code/first-showings'
import type { Usage } from '~~/core/code/usage'

/** How far the ways of showing a component were gone through: which is tried now, and whether that is over. */
interface Trying {
  ways: readonly Usage[]
  at: number
  is: 'tried' | 'found' | 'none shows anything'
}
/** By library, component and module: a module never changes. */
const tryings = shallowReactive(new Map<string, Trying>())

/** The most ways of one component that are gone through, with those that its failures ask for. */
const mostWays = 14
const inserted = (ways: readonly Usage[], at: number, usage: Usage): Usage[] => [
  ...ways.slice(0, at),
  usage,
  ...ways.slice(at),
]

/** What was seen of a way of showing a component: whether there was anything, or how it failed. */
export interface Looked {
  shows: boolean
  failure: string
}

/**
 * How components are shown that nobody has chosen a face for: the ways that their contracts offer are tried one
 * after another, until one shows something. What is found is kept for everybody by who may write.
 */
export function useFirstShowing() {
  const store = useLibrary()
  const contracts = () => store.standing.map(({ contract }) => contract)
  const keyOf = (standing: Standing) => `${store.slug} ${standing.tag} ${standing.rendering.module ?? ''}`
  const waysOf = (standing: Standing): readonly Usage[] =>
    firstShowings(standing.contract, store.title(standing.tag), contracts())
  const plain = new WeakMap<Standing, readonly Usage[]>()
  const tryingOf = (standing: Standing): Trying => {
    const known = tryings.get(keyOf(standing))
    if (known) return known
    let ways = plain.get(standing)
    if (!ways) plain.set(standing, (ways = waysOf(standing)))
    return { ways, at: 0, is: 'tried' }
  }
  const isChosen = (standing: Standing) => standing.face !== null || standing.first !== null

  /** How a component stands on the shelf: as somebody chose, as was found, or as is tried now. */
  function faceOf(standing: Standing): Usage {
    if (standing.face ?? standing.first) return (standing.face ?? standing.first)!
    const { ways, at } = tryingOf(standing)
    return ways[at] ?? { props: {}, slots: {} }
  }
  /** Whether other ways wait to be tried, and what fails now is no news yet. */
  const isTrying = (standing: Standing): boolean =>
    !isChosen(standing) && tryingOf(standing).is === 'tried' && tryingOf(standing).ways.length > 1

  /** Takes what was seen of a way of showing a component; the next is tried where it showed nothing. */
  function report(standing: Standing, usage: Usage, { shows, failure }: Looked): void {
    const trying = tryingOf(standing)
    if (isChosen(standing) || trying.is !== 'tried') return
    if (JSON.stringify(usage) !== JSON.stringify(trying.ways[trying.at])) return
    const key = keyOf(standing)
    if (shows) {
      tryings.set(key, { ...trying, is: 'found' })
      if (trying.at > 0 && store.may.write) void keep(standing, usage)
      return
    }
    const asked = asFailureAsks(standing.contract, usage, failure, contracts())
    // what it asks for by name is tried before what its contract makes likely
    const ways =
      asked && trying.ways.length < mostWays ? inserted(trying.ways, trying.at + 1, asked) : trying.ways
    if (trying.at + 1 < ways.length) tryings.set(key, { ...trying, ways, at: trying.at + 1 })
    // none did: the plainest says why most plainly
    else tryings.set(key, { ...trying, at: 0, is: 'none shows anything' })
  }
  /** That it could not be kept costs the next visitor a moment, and nobody anything else. */
  const keep = (standing: Standing, usage: Usage) =>
    ask(nothingSchema, `/libraries/${store.slug}/components/${standing.tag}/first`, {
      method: 'PUT',
      body: { module: standing.rendering.module, usage },
    }).then(
      () => store.keptFirst(standing.tag, usage),
      () => undefined,
    )
  return { faceOf, isTrying, report }
}
