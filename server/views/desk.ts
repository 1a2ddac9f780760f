import { withoutWords } from '~~/core/contract/contract'
import { isDoubted } from '~~/core/evidence/evidence'
import { judgeRelease } from '~~/core/release/checks'
import type { ConsumerFacts } from '~~/core/release/consumer/consumer'
import { judgeGates, type GateStanding } from '~~/core/release/gates/gates'
import { judgeTried } from '~~/core/release/gates/tried'
import type { GateFacts } from '~~/core/release/gates/gate'
import { tokenPrefix } from '~~/core/release/package'
import { isOfText } from '~~/core/release/rules/facets'
import type { ReleaseChange } from '~~/core/release/rules/rule'
import { nextVersions } from '~~/core/release/version'
import { tokensByProperty } from '~~/core/tokens/themes'
import type { DeskView } from '~~/core/wire'
import { seenAlready } from '../evidence/seen'
import { sizesFacts } from '../release/sizes'
import { componentsOf, type Component } from '../store/components'
import type { Store } from '../store/database'
import { draftOf, gateWaivers, type GateWaiver } from '../store/desk'
import { evidenceOf } from '../store/evidence'
import type { Library } from '../store/libraries'
import { channelsOf, releasesOf, versionsOf } from '../store/releases'
import { sourceFile, sourcePaths } from '../store/sources'
import { themesOf } from '../store/themes'
import { waiversOf } from '../store/waivers'
import { writtenMembers } from '../store/words'
import { contrastFactsOf } from './contrast'
import { cssOf } from './css'
import { differenceView } from './difference'
import { findingsOf } from './findings'
import { looksFacts } from './pictures'
import { missedWays, toldNow } from './told'

/** What is out, the newest first, and the channels that name some of it. */
export async function releasesView(db: Store, library: Library) {
  const [releases, channels] = await Promise.all([releasesOf(db, library.id), channelsOf(db, library.id)])
  return { releases: releases.toReversed(), channels }
}

/** The release desk: what differs, what may come next, what stands in the way, and what was prepared. */
export async function deskView(db: Store, library: Library, from?: string): Promise<DeskView> {
  const [difference, versions, blocked, draft] = await Promise.all([
    differenceView(db, library, { from }),
    versionsOf(db, library.id),
    blockedBy(db, library),
    draftOf(db, library.id),
  ])
  const next = nextVersions(
    versions.map(({ version }) => version),
    difference.weight,
    difference.from ?? undefined,
  )
  const version = (next.find(({ enough }) => enough) ?? next[0])?.version ?? ''
  return {
    difference,
    next,
    blocked,
    gates: await gatesOf(db, library, version, difference.changes),
    draft,
  }
}

/** What keeps a library from being published whatever its gates are set to. */
async function blockedBy(db: Store, library: Library) {
  const revision = library.current_revision
  const [themes, components, packageJson, paths] = await Promise.all([
    themesOf(db, library.id),
    revision ? componentsOf(db, revision) : [],
    revision ? sourceFile(db, revision, 'package.json') : undefined,
    revision ? sourcePaths(db, revision) : [],
  ])
  const { problems: tokenProblems } = await cssOf(library, themes)
  return judgeRelease({
    package: library.package,
    packageJson,
    paths,
    tokenProblems,
    buildProblems: components.flatMap((component) => component.build?.problems ?? []),
    missedWays: missedWays(await toldNow(db, library, components)),
  }).problems
}

/** How the gates stand for a version that differs from the one it follows by these changes. */
export async function gatesOf(
  db: Store,
  library: Library,
  version: string,
  changes: readonly ReleaseChange[],
): Promise<DeskView['gates']> {
  const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const [evidence, looks, sizes, findings, wordless, waivers] = await Promise.all([
    evidenceFacts(db, library, components),
    looksFacts(db, library),
    sizesFacts(db, library),
    openFindings(db, library),
    countWordless(db, library, components),
    gateWaivers(db, library.id),
  ])
  const facts = { version, evidence, looks, sizes, ...findings, wordless, ...factsOfChanges(changes) }
  return withWaivers([...judgeGates(facts, library.gates), ...judgeTried({}, library.gates)], waivers)
}

/** What gates ask of the differences from the version before. */
export const factsOfChanges = (
  changes: readonly ReleaseChange[],
): Pick<GateFacts, 'promised' | 'unread'> => ({
  promised: changes.flatMap(({ says, goneIn }) => (goneIn ? [{ says, goneIn }] : [])),
  unread: changes.filter((change) => isOfText(change) && !change.inner).length,
})

/** How the gates stand that are judged by using the package of a version. */
export const triedGatesOf = async (
  db: Store,
  library: Library,
  facts: ConsumerFacts,
): Promise<DeskView['gates']> =>
  withWaivers(judgeTried(facts, library.gates), await gateWaivers(db, library.id))

/** Gates with what somebody let pass for the next version. */
export const withWaivers = (
  standings: readonly GateStanding[],
  waivers: readonly GateWaiver[],
): DeskView['gates'] =>
  standings.map((standing) => ({
    ...standing,
    waiver: waivers.find(({ gate }) => gate === standing.name) ?? null,
  }))

async function evidenceFacts(
  db: Store,
  library: Library,
  components: readonly Component[],
): Promise<GateFacts['evidence']> {
  const { provisions, never } = await seenAlready(db, library, components)
  const kept = await evidenceOf(db, components, library.prefix, provisions, never)
  const marks = [...kept.values()].flatMap(({ evidence }) => evidence.map(({ mark }) => mark))
  return {
    doubted: marks.filter(isDoubted).length,
    claims: marks.length,
    unknown: components.filter(({ id }) => !kept.has(id)).length,
    components: components.length,
  }
}

/** Findings that nobody let stand. */
async function openFindings(db: Store, library: Library) {
  const [contrast, findings, waivers] = await Promise.all([
    contrastFactsOf(db, library),
    library.current_revision ? findingsOf(db, library) : [],
    waiversOf(db, library.id),
  ])
  const waived = new Set(waivers.map(({ rule, about }) => `${rule} ${about}`))
  const countOpen = (all: readonly { rule: string; about: string }[]) =>
    all.filter(({ rule, about }) => !waived.has(`${rule} ${about}`)).length
  return {
    contrast: {
      failing: countOpen(contrast.findings),
      looked: contrast.looked,
      components: contrast.components,
    },
    findings: countOpen(findings),
  }
}

async function countWordless(db: Store, library: Library, components: readonly Component[]): Promise<number> {
  const [written, themes] = await Promise.all([writtenMembers(db, library.id), themesOf(db, library.id)])
  const tokens = new Set(tokensByProperty(themes, tokenPrefix(library.prefix)).keys())
  return components.reduce(
    (sum, { tag, contract }) =>
      sum + withoutWords(contract, new Set(written.get(tag)?.keys()), tokens).length,
    0,
  )
}
