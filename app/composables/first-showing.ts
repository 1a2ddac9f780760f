import { nothingSchema, type Standing } from '~~/core/wire'
import { askedAround, firstShowings, putInto } from '~~/core/code/first-showings'
import { isProvider } from '~~/core/code/remedy'
import type { Usage, Within } from '~~/core/code/usage'

/**
 * How far the ways of showing a component were gone through: which is tried now, and whether that is over.
 */
interface Trying {
  ways: readonly Usage[]
  at: number
  /** What its failures asked to be put into. */
  asked: readonly Within[]
  /** The plainest of the ways in all that it asks for. */
  plainest: number
  /** How the last ways failed that failed alike, and how many of them. */
  alike: { failure: string; times: number }
  is: 'tried' | 'found' | 'none shows anything'
}
/** By library, component and module: a module never changes. */
const tryings = shallowReactive(new Map<string, Trying>())
/** How they begin: what is only asked for changes nothing that a page shows. */
const begun = new Map<string, Trying>()

/** The most components that one is put into because its failures ask for them. */
const mostAsked = 3
/**
 * What components of a library were seen to need around them, such as a theme: the others are tried in it at
 * once.
 */
const needed = shallowReactive(new Map<string, readonly Within[]>())

/**
 * Ways that fail alike one after another until it is clear that what is given changes nothing, and components
 * of a library that ended so until the others are not asked again: a plugin is missing, and is told to be.
 */
const clearAfter = { ways: 3, components: 2 }
/** By library: how components failed whatever they were given, with those that did. */
const hopeless = new Map<string, Map<string, Set<string>>>()

/** What was seen of a way of showing a component: whether there was anything, or how it failed. */
export interface Looked {
  shows: boolean
  failure: string
  /** Whether its module is there: what fails to load fails whatever it is given. */
  isLoaded: boolean
}

/**
 * How components are shown that nobody has chosen a face for: the ways that their contracts offer are tried
 * one after another, until one shows something. What is found is kept for everybody by who may write.
 */
export function useFirstShowing() {
  const store = useLibrary()
  const contracts = () => store.standing.map(({ contract }) => contract)
  const keyOf = (standing: Standing) => `${store.slug} ${standing.tag} ${standing.rendering.module ?? ''}`
  const waysOf = (standing: Standing): readonly Usage[] =>
    (needed.get(store.slug) ?? [])
      .filter(({ tag }) => tag !== standing.tag)
      .reduce<readonly Usage[]>(
        (ways, around) => ways.map((usage) => putInto(usage, around)),
        firstShowings(standing.contract, store.title(standing.tag), contracts()),
      )
  const tryingOf = (standing: Standing): Trying => {
    const key = keyOf(standing)
    let trying = tryings.get(key) ?? begun.get(key)
    if (!trying)
      begun.set(
        key,
        (trying = {
          ways: waysOf(standing),
          at: 0,
          asked: [],
          plainest: 0,
          alike: { failure: '', times: 0 },
          is: 'tried',
        }),
      )
    return trying
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
  function report(standing: Standing, usage: Usage, { shows, failure, isLoaded }: Looked): void {
    const trying = tryingOf(standing)
    if (isChosen(standing) || trying.is !== 'tried') return
    if (JSON.stringify(usage) !== JSON.stringify(trying.ways[trying.at])) return
    const key = keyOf(standing)
    if (shows) {
      tryings.set(key, { ...trying, is: 'found' })
      if (trying.asked.length) remember(trying.asked)
      if ((trying.at > 0 || usage.within) && store.may.write) void keep(standing, usage)
      return
    }
    const asked =
      trying.asked.length < mostAsked
        ? askedAround(standing.contract, usage, failure, contracts())
        : undefined
    const alike = {
      failure,
      times: failure !== '' && failure === trying.alike.failure ? trying.alike.times + 1 : 1,
    }
    // whatever else is tried is tried in what it asks for by name
    if (asked)
      tryings.set(key, {
        ...trying,
        asked: [asked, ...trying.asked],
        plainest: trying.at,
        ways: trying.ways.map((way, i) => (i < trying.at ? way : putInto(way, asked))),
      })
    else if (!isLoaded || (failure !== '' && isHopeless(alike))) {
      if (alike.times >= clearAfter.ways) keepHopeless(standing.tag, failure)
      tryings.set(key, { ...trying, at: trying.plainest, is: 'none shows anything' })
    } else if (trying.at + 1 < trying.ways.length) tryings.set(key, { ...trying, alike, at: trying.at + 1 })
    // none did: the plainest of what it asks for says why most plainly
    else tryings.set(key, { ...trying, at: trying.plainest, is: 'none shows anything' })
  }
  /** Whether a failure stays whatever a component is given: this one, or others of the library before it. */
  const isHopeless = ({ failure, times }: Trying['alike']): boolean =>
    times >= clearAfter.ways || (hopeless.get(store.slug)?.get(failure)?.size ?? 0) >= clearAfter.components
  function keepHopeless(tag: string, failure: string): void {
    const known = hopeless.get(store.slug) ?? new Map<string, Set<string>>()
    hopeless.set(store.slug, known.set(failure, (known.get(failure) ?? new Set()).add(tag)))
  }
  /** Keeps in mind what is put around everything once. */
  function remember(asked: readonly Within[]) {
    const providers = asked.filter(isProvider)
    if (providers.length) needed.set(store.slug, providers)
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
