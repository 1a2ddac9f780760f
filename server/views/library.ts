import { groupOf, innerLast } from '~~/core/contract/group'
import { LRUCache } from 'lru-cache'
import { z } from 'zod'
import { sameContract, type Contract } from '~~/core/contract/contract'
import { offersFor } from '~~/core/contract/gone'
import type { TokenDocument } from '~~/core/tokens/document'
import {
  librarySchema,
  standingSchema,
  themeSchema,
  tokensSchema,
  type LibraryView,
  type Standing,
} from '~~/core/wire'
import { registryUrl, settings } from '../config'
import type { Store } from '../store/database'
import {
  componentsOf,
  goneKept,
  lastGoodBuilds,
  moduleOf,
  type Component,
  type GoodBuild,
} from '../store/components'
import { keptCounts } from '../store/examples'
import { lastJob } from '../store/jobs'
import { originOf, readersOf, type Library } from '../store/libraries'
import type { Role } from '~~/core/roles'
import { provisionsOf } from '../store/provisions'
import { widthsOf } from '../store/widths'
import { contractsAt } from '../store/released'
import { latestFromDesk } from '../store/compared-releases'
import { channelsOf } from '../store/releases'
import { messagesOfRevision, revision } from '../store/sources'
import { fittingsOf } from '../store/fittings'
import { themesOf } from '../store/themes'
import { writtenMembers } from '../store/words'
import { iconsCssOf } from './icons'

/** Tags of components that differ, by what they are compared with. */
const compared = new LRUCache<string, string[]>({
  maxSize: 200_000,
  sizeCalculation: (tags) => tags.length + 1,
})

/** The components by which the shelf differs from the version that `latest` names, or the newest. */
export async function changesSince(db: Store, library: Library): Promise<string[]> {
  const release = await latestFromDesk(db, library.id)
  // neither a revision nor a release ever changes
  const key = `${library.current_revision} ${release?.id}`
  const known = compared.get(key)
  if (known) return known
  const released = release ? await contractsAt(db, release.id) : []
  const before = new Map(released.map((contract) => [contract.tag, contract]))
  const now = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const tags = new Set(now.map(({ tag }) => tag))
  const differing = [
    ...now
      .filter(({ tag, contract }) => {
        const old = before.get(tag)
        return !old || !sameContract(old, contract)
      })
      .map(({ tag }) => tag),
    ...[...before.keys()].filter((tag) => !tags.has(tag)),
  ]
  compared.set(key, differing)
  return differing
}

/**
 * A library and its themes as they are answered: documents of tokens, too, come out of the store by their
 * schema.
 */
const themesAnswer = z.array(themeSchema.extend({ document: z.custom<TokenDocument>() }))
export const libraryAnswer = librarySchema.extend({ themes: themesAnswer })
export const tokensAnswer = tokensSchema.extend({ themes: themesAnswer })

/** What is said of a library wherever it is named: in the list of all, and at the head of its own pages. */
export const headOf = (
  library: Library,
  role: Role | undefined,
  channels: Awaited<ReturnType<typeof channelsOf>>,
  changes: readonly unknown[],
) => ({
  slug: library.slug,
  title: library.title,
  package: library.package,
  prefix: library.prefix,
  visibility: library.visibility,
  readers: readersOf(library),
  role: role ?? null,
  latest: channels.latest ?? null,
  changesSince: changes.length,
})

/**
 * A library at the head of its pages. A visitor, who has no account, is told what the pages show that
 * they may see: not who did what, what is under way, where it comes from, and what is being tried.
 */
export async function libraryView(db: Store, library: Library, role: Role | undefined, isVisitor: boolean) {
  const [channels, themes, fittings, changes, job, now, origin, gone, provisions, widths] = await Promise.all(
    [
      channelsOf(db, library.id),
      themesOf(db, library.id),
      fittingsOf(db, library.id),
      changesSince(db, library),
      lastJob(db, library.id),
      library.current_revision ? revision(db, library.current_revision) : undefined,
      originOf(db, library.id),
      goneView(db, library),
      provisionsOf(db, library.id),
      widthsOf(db, library.id),
    ],
  )
  return {
    ...headOf(library, role, channels, changes),
    revision: now ? (isVisitor ? { ...now, note: '', made_by: null, problems: [] } : now) : null,
    themes,
    fittings: isVisitor ? [] : fittings,
    job: isVisitor ? null : (job ?? null),
    preview: settings().PREVIEW_URL,
    registry: registryUrl(),
    origin: isVisitor ? null : (origin ?? null),
    gone: isVisitor ? [] : gone,
    provisions,
    readFrom: library.read_from,
    widths,
    languages: await languagesOf(db, library),
    iconsCss: await iconsCssOf(db, library, themes),
  }
}

/** Languages by revision, which never changes: messages are many, and this is asked with every page. */
const recentLanguages = new LRUCache<string, string[]>({ max: 500 })

/** Languages that a library says something in. */
export async function languagesOf(db: Store, { current_revision: current }: Library): Promise<string[]> {
  if (current === null) return []
  const known = recentLanguages.get(current)
  if (known) return known
  const { bundles = [] } = (await messagesOfRevision(db, current)) ?? {}
  const languages = [...new Set(bundles.flatMap((bundle) => bundle.languages.map(({ tag }) => tag)))]
  recentLanguages.set(current, languages)
  return languages
}

/** What people made for components that are no more, and the components it may be meant for now. */
async function goneView(db: Store, library: Library): Promise<LibraryView['gone']> {
  const gone = library.current_revision ? await goneKept(db, library.id, library.current_revision) : []
  if (gone.length === 0) return []
  const [now, written, kept] = await Promise.all([
    componentsOf(db, library.current_revision!),
    writtenMembers(db, library.id),
    keptCounts(db, library.id),
  ])
  const free = now
    .filter((component) => !written.has(component.tag) && !kept.has(component.tag))
    .map((component) => component.contract)
  return gone.map(({ contract, words, examples }) => ({
    tag: contract.tag,
    words,
    examples,
    offers: offersFor(contract, free).map((offer) => offer.tag),
  }))
}

/**
 * The shelf as it is answered: contracts come out of the store by their schema, and are not read once more
 * for each answer.
 */
export const shelfAnswer = z.array(standingSchema.extend({ contract: z.custom<Contract>() }))

/** Everything that stands on the shelf, each with what it takes to render it. */
export async function shelfView(db: Store, library: Library, only?: string) {
  if (!library.current_revision) return []
  const [components, written, kept] = await Promise.all([
    componentsOf(db, library.current_revision),
    writtenMembers(db, library.id),
    keptCounts(db, library.id),
  ])
  const shown = components.filter((component) => only === undefined || component.tag === only)
  const lastGood = await lastGoodBuilds(
    db,
    shown.filter((component) => !component.build?.build).map((component) => component.id),
  )
  return inShelfOrder(shown).map((component) =>
    standsOnShelf(component, {
      written: [...(written.get(component.tag)?.keys() ?? [])],
      kept: kept.get(component.tag) ?? 0,
      lastGood: lastGood.get(component.id),
    }),
  )
}

export const inShelfOrder = <C extends { contract: Contract }>(components: readonly C[]): C[] =>
  components.toSorted((a, b) => innerLast(a.contract, b.contract))

type ShownComponent = Pick<Component, 'tag' | 'contract' | 'build' | 'face' | 'first'>

/** A component as it stands on a shelf, with what people made for it. */
export const standsOnShelf = (
  { tag, contract, build, face, first }: ShownComponent,
  { written, kept, lastGood }: { written: string[]; kept: number; lastGood?: GoodBuild | undefined },
): Standing => ({
  tag,
  contract,
  group: groupOf(contract),
  status: contract.deprecated === undefined ? (contract.status ?? 'draft') : 'deprecated',
  face: face ?? null,
  first: first ?? null,
  written,
  kept,
  rendering: {
    module: moduleOf(build) ?? null,
    problems: build?.problems ?? [],
    lastGood: lastGood
      ? {
          module: moduleOf(lastGood)!,
          made_at: lastGood.made_at,
          revision: lastGood.revision,
        }
      : null,
  },
})
