import type { ModuleOf } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { asOneSheet, sheetsOfOthers } from '~~/core/isolation/foreign'
import { trialModules } from '~~/core/evidence/run'
import type { Problem } from '~~/core/problem'
import { providedFor } from '~~/core/provisions'
import { settings } from '../config'
import { limits } from '../limits'
import { chartStore } from '../store/charts'
import { componentsOf, modulesOf, type Component } from '../store/components'
import { notify, type Store } from '../store/database'
import {
  evidenceKey,
  evidenceOf,
  evidenceRuns,
  faceOf,
  keepEvidence,
  noteTried,
  type EvidenceRun,
} from '../store/evidence'
import { libraryById, type Library } from '../store/libraries'
import { isolationStore } from '../store/isolation'
import { looksStore } from '../store/looks'
import { toldStore, type ShownExample } from '../store/told'
import type { ToTry, Tried, Turn } from './message'
import { placeToTry } from './place'
import { inBrowserProcess } from './process'
import { needsOf, seenAlready } from './seen'

interface Asked {
  component: Component
  face: Usage
  modules: ModuleOf[]
  examples: ShownExample[]
  key: string
  /** What all else that is seen of it depends on. */
  keys: { told: string; charts: string; looks: string; isolation: string }
}

/**
 * Tries components of a library of which nothing is known as they are now, in a browser of their own,
 * and keeps what was seen of each as it comes. It goes on for a turn; `more` where some are left, which
 * are tried when the others waiting have had theirs.
 */
export async function runEvidence(db: Store, libraryId: string, id: string): Promise<'done' | 'more'> {
  const library = await libraryById(db, libraryId)
  const run = await evidenceRuns.newest(db, libraryId)
  if (!library || run?.id !== id || run.state !== 'waiting') return 'done'
  const stopping = new AbortController()
  const beats = setInterval(
    () =>
      void evidenceRuns.move(db, id, {}).then(
        (goesOn) => goesOn || stopping.abort(),
        () => undefined,
      ),
    beatMilliseconds,
  )
  try {
    return await takeTurn(db, library, run, stopping.signal)
  } finally {
    clearInterval(beats)
    await notify(db, { library: library.slug, what: 'evidence' })
  }
}

async function takeTurn(
  db: Store,
  library: Library,
  run: EvidenceRun,
  stopping: AbortSignal,
): Promise<'done' | 'more'> {
  const { input, asked, unbuilt, count } = await toTry(db, library, run)
  const problems: Problem[] = [...run.problems.filter((problem) => problem.code !== 'not-built'), ...unbuilt]
  let done = count - asked.length
  let isCancelled = !(await evidenceRuns.move(db, run.id, { state: 'running', done, problems }))
  const ends = Date.now() + limits.evidence.turnSeconds * 1000
  const waiting = new Map(asked.map((asked) => [asked.component.tag, asked]))
  let stopped = false

  /** Keeps what was said of one component, and says whether to go on. */
  const heard = async (tried: Exclude<Tried, { begun: true }>): Promise<boolean> => {
    if ('stopped' in tried) {
      problems.push(tried.stopped)
      stopped = true
    } else {
      const known = waiting.get(tried.tag)
      if (!known) return true
      waiting.delete(tried.tag)
      done++
      if ('problem' in tried) problems.push(tried.problem)
      else {
        if (tried.evidence) await keepEvidence(db, known.component.id, known.key, tried.evidence, run.made_by)
        const {
          keys,
          component: { id },
        } = known
        if (tried.told) await toldStore.keep(db, id, keys.told, tried.told)
        if (tried.chart) await chartStore.keep(db, id, keys.charts, tried.chart)
        if (tried.looks) await looksStore.keep(db, id, keys.looks, tried.looks)
        if (tried.isolation) await isolationStore.keep(db, id, keys.isolation, tried.isolation)
      }
      await noteTried(db, run.id, tried.tag)
    }
    isCancelled = !(await evidenceRuns.move(db, run.id, { done, problems }))
    await notify(db, { library: library.slug, what: 'evidence' })
    return !isCancelled && !stopped
  }
  let lanes = mostLanes
  while (waiting.size && !isCancelled && !stopping.aborted && !stopped && Date.now() < ends) {
    const left = waiting.size
    const components = input.components.filter(({ tag }) => waiting.has(tag))
    const problem = await inBrowser({ ...input, components, lanes, until: ends }, heard, stopping)
    // where it needs too much memory it tries one at a time, until it is known which it is
    if (problem && lanes > 1) lanes = 1
    else if (problem) {
      await heard(problem)
      lanes = mostLanes
    }
    // one that ends without a word of anybody would end so for ever
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- a run may be cancelled meanwhile
    else if (waiting.size === left && !isCancelled && Date.now() < ends) stopped = true
  }
  if (isCancelled || stopping.aborted) return 'done'
  if (waiting.size && !stopped)
    return (await evidenceRuns.move(db, run.id, { state: 'waiting' })) ? 'more' : 'done'
  await evidenceRuns.move(db, run.id, { state: stopped || waiting.size ? 'failed' : 'done', done, problems })
  return 'done'
}

/**
 * The components that are to be tried in a run, with all that takes; those that were tried in it before are
 * left out.
 */
async function toTry(
  db: Store,
  library: Library,
  run: EvidenceRun,
): Promise<{ input: Omit<ToTry, keyof Turn>; asked: Asked[]; unbuilt: Problem[]; count: number }> {
  const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const seen = await seenAlready(db, library, components)
  const { provisions, never } = seen
  const known = await evidenceOf(db, components, library.prefix, provisions, never)
  const neverOf = ({ tag }: Component) => never.get(tag) ?? []
  const providedOf = ({ tag }: Component) => providedFor(provisions, tag)
  const moduleOf = modulesOf(components)
  const contracts = components.map(({ contract }) => contract)
  const unbuilt: Problem[] = []
  const needs = needsOf(run.kept_to, known, seen)
  const left = components.filter(
    (component) => Object.values(needs(component)).some(Boolean) && !run.tried.includes(component.tag),
  )
  const isFirst = ({ tag }: Component) => (tag === run.first ? 0 : 1)
  const inTurn = left.toSorted((a, b) => isFirst(a) - isFirst(b))
  const asked = inTurn.flatMap((component): Asked[] => {
    const face = faceOf(component, library.prefix)
    const modules = trialModules(component.contract, face, (tag) => moduleOf.get(tag), contracts)
    if (modules)
      return [
        {
          component,
          face,
          modules,
          examples: seen.examplesOf(component),
          key: evidenceKey(component, library.prefix, providedOf(component), neverOf(component)),
          keys: seen.keysOf(component),
        },
      ]
    unbuilt.push(notBuilt(component.tag))
    return []
  })
  const modules = [...moduleOf].map(([tag, module]) => ({ tag, module }))
  const input: Omit<ToTry, keyof Turn> = {
    ...placeToTry(library, seen),
    contracts,
    components: asked.map(({ component, face, examples, modules: needed }) => ({
      tag: component.tag,
      contract: component.contract,
      face,
      examples,
      never: neverOf(component),
      modules: needed,
      provided: providedFor(provisions, component.tag, '', modules),
      sheets: asOneSheet(sheetsOfOthers(seen.sheets, component.contract.files)),
      needs: needs(component),
      chart: seen.charts.now(component),
    })),
  }
  return { input, asked, unbuilt, count: components.length - unbuilt.length }
}

const notBuilt = (tag: string): Problem => ({
  code: 'not-built',
  what: `${tag} was not tried: there is no rendering of it.`,
  todo: 'See on its bench why it was not built.',
})

/** Trying waits more than it computes: a second component beside the first takes hardly longer. */
const mostLanes = 2

/**
 * Milliseconds between two signs of life of a run, each of which also asks whether somebody has stopped it.
 */
const beatMilliseconds = 3000

/** Has components tried in a browser; answers the one for which that needed more memory than there may be. */
async function inBrowser(
  input: ToTry,
  heard: (tried: Exclude<Tried, { begun: true }>) => Promise<boolean>,
  stopping: AbortSignal,
): Promise<{ tag: string; problem: Problem } | undefined> {
  const tag = await inBrowserProcess<Tried>({
    script: 'evidence',
    asked: input,
    begunIn: (tried) => ('begun' in tried ? tried.tag : undefined),
    heard: async (tried) => 'begun' in tried || heard(tried),
    stopping,
  })
  if (tag === undefined) return undefined
  const what =
    `${tag} was not tried to its end: the browser needed more than ${settings().EVIDENCE_MEGABYTES} ` +
    'MB for it, and was ended.'
  return {
    tag,
    problem: {
      code: 'too-much-memory',
      what,
      todo: 'Open it on the bench: it may put together more and more without end.',
    },
  }
}
