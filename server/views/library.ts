import { LRUCache } from 'lru-cache'
import { tokenPrefix } from '~~/core/release/package'
import { nextVersions } from '~~/core/release/version'
import { themesCss } from '~~/core/tokens/themes'
import { readLibraryPackage } from '~~/core/release/library'
import { sameContract } from '~~/core/contract/contract'
import { offersFor } from '~~/core/contract/gone'
import type { LibraryView } from '~~/core/wire'
import { registryUrl, settings } from '../config'
import type { Store } from '../store/database'
import { componentsOf, goneKept, lastGoodBuild } from '../store/components'
import { keptCounts } from '../store/examples'
import { lastJob } from '../store/jobs'
import { originOf, type Library } from '../store/libraries'
import type { Role } from '../store/people'
import { provisionsOf } from '../store/provisions'
import { widthsOf } from '../store/widths'
import { channelsOf, latestContracts, latestFromDesk, releasesOf } from '../store/releases'
import { revision, sourceFile } from '../store/sources'
import { themesOf } from '../store/themes'
import { writtenMembers } from '../store/words'

export interface Change { tag: string; change: 'new' | 'changed' | 'gone' }
const compared = new LRUCache<string, Change[]>({ max: 50 })

/** How the shelf differs from the newest release, component by component. */
export async function changesSince(db: Store, library: Library): Promise<Change[]> {
  const release = await latestFromDesk(db, library.id)
  // neither a revision nor a release ever changes
  const key = `${library.current_revision} ${release?.id}`
  const known = compared.get(key)
  if (known) return known
  const before = new Map(((await latestContracts(db, library.id)) ?? []).map((one) => [one.tag, one]))
  const now = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const changes: Change[] = []
  for (const { tag, contract } of now) {
    const old = before.get(tag)
    if (!old) changes.push({ tag, change: 'new' })
    else if (!sameContract(old, contract)) changes.push({ tag, change: 'changed' })
  }
  for (const tag of before.keys()) if (!now.some((one) => one.tag === tag)) changes.push({ tag, change: 'gone' })
  compared.set(key, changes)
  return changes
}

export async function libraryView(db: Store, library: Library, role: Role | undefined) {
  const [channels, themes, changes, job, now, origin, gone, provisions, widths] = await Promise.all([
    channelsOf(db, library.id), themesOf(db, library.id), changesSince(db, library), lastJob(db, library.id),
    library.current_revision ? revision(db, library.current_revision) : undefined, originOf(db, library.id), goneView(db, library), provisionsOf(db, library.id), widthsOf(db, library.id),
  ])
  return {
    slug: library.slug, title: library.title, package: library.package, prefix: library.prefix, visibility: library.visibility, role: role ?? null,
    latest: channels.latest ?? null, changesSince: changes.length, revision: now ?? null, themes, job: job ?? null,
    preview: settings().PREVIEW_URL, registry: registryUrl(), origin: origin ?? null, gone, provisions, widths,
  }
}

/** What people made for components that are no more, and the components it may be meant for now. */
async function goneView(db: Store, library: Library): Promise<LibraryView['gone']> {
  const gone = library.current_revision ? await goneKept(db, library.id, library.current_revision) : []
  if (gone.length === 0) return []
  const [now, written, kept] = await Promise.all([componentsOf(db, library.current_revision!), writtenMembers(db, library.id), keptCounts(db, library.id)])
  const free = now.filter((one) => !written.has(one.tag) && !kept.has(one.tag)).map((one) => one.contract)
  return gone.map(({ contract, words, examples }) => ({ tag: contract.tag, words, examples, offers: offersFor(contract, free).map((one) => one.tag) }))
}

/** Everything that stands on the shelf, each with what it takes to render it. */
export async function shelfView(db: Store, library: Library, only?: string) {
  if (!library.current_revision) return []
  const [components, written, kept] = await Promise.all([componentsOf(db, library.current_revision), writtenMembers(db, library.id), keptCounts(db, library.id)])
  return Promise.all(
    components.filter((one) => only === undefined || one.tag === only).map(async ({ id, tag, contract, build, face }) => {
      const good = build?.build ? undefined : await lastGoodBuild(db, id)
      return {
        tag, contract, group: contract.group ?? 'Others', status: contract.deprecated === undefined ? (contract.status ?? 'draft') : 'deprecated',
        face: face ?? null, written: [...(written.get(tag)?.keys() ?? [])], kept: kept.get(tag) ?? 0,
        rendering: {
          module: build?.build ? `/m/${build.build}/${build.entry}` : null, problems: build?.problems ?? [],
          lastGood: good ? { module: `/m/${good.build}/${good.entry}`, made_at: good.made_at, revision: good.revision } : null,
        },
      }
    }),
  )
}

/** The release desk: what is out, what may come next, and what stands in the way. */
export async function releasesView(db: Store, library: Library) {
  const [releases, channels, changed, themes, components, packageText, licence] = await Promise.all([
    releasesOf(db, library.id), channelsOf(db, library.id), changesSince(db, library), themesOf(db, library.id),
    library.current_revision ? componentsOf(db, library.current_revision) : [],
    library.current_revision ? sourceFile(db, library.current_revision, 'package.json') : undefined,
    library.current_revision ? sourceFile(db, library.current_revision, 'LICENSE') : undefined,
  ])
  const read = readLibraryPackage(packageText)
  return {
    releases: releases.toReversed(), channels, changed, next: nextVersions(releases.map((one) => one.version)),
    blocked: [
      ...(read.ok ? [] : read.problems),
      ...(licence === undefined ? [{ code: 'no-licence', what: 'The library has no licence text.', todo: 'Bring in a file named LICENSE.' }] : []),
      ...components.flatMap((one) => one.build?.problems ?? []),
      ...themesCss(themes, tokenPrefix(library.prefix)).problems,
    ],
  }
}
