import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { Only } from '~~/core/evidence/only'
import { sheetsOfOthers, type PageSheet } from '~~/core/isolation/foreign'
import { providedFor } from '~~/core/provisions'
import { inChild } from '../build/pool'
import { log } from '../log'
import { chartKey, chartStore } from '../store/charts'
import { neverByTag } from '../store/combinations'
import { componentsOf, type Component } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import type { Looked } from '../store/looked'
import { isolationKey, isolationStore } from '../store/isolation'
import { looksKey, looksStore } from '../store/looks'
import { provisionsOf } from '../store/provisions'
import { hashOf, sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'
import { examplesToTell, toldKey, toldStore } from '../store/told'
import { cssOf } from '../views/css'
import { iconsCssOf } from '../views/icons'

/**
 * What a browser has told, found and seen of components already, what each of that depends on, and what of it
 * the whole library has.
 */
export async function seenAlready(db: Store, library: Library, components: readonly Component[]) {
  const { id, prefix } = library
  const [told, charts, looks, isolation, examples, provisions, never, themes, sheets] = await Promise.all([
    toldStore.kept(db, components),
    chartStore.kept(db, components),
    looksStore.kept(db, components),
    isolationStore.keys(db, components),
    examplesToTell(db, components),
    provisionsOf(db, id),
    neverByTag(db, id),
    themesOf(db, id),
    sheetsInPage(db, library),
  ])
  const css = (await cssOf(library, themes)).css + (await iconsCssOf(db, library, themes))
  const sheet = createHash('sha256').update(css).digest('hex')
  const providedOf = ({ tag }: Component) => providedFor(provisions, tag)
  const examplesOf = (component: Component) => examples.get(component.id) ?? []
  const dependsOn = (component: Component) => ({
    prefix,
    themes: sheet,
    examples: examplesOf(component),
    provided: providedOf(component),
    never: never.get(component.tag) ?? [],
  })
  const all = {
    told: knownOf(told, (component) =>
      toldKey(component, prefix, examplesOf(component), providedOf(component)),
    ),
    charts: knownOf(charts, (component) => chartKey(component, prefix, providedOf(component))),
    looks: knownOf(looks, (component) => looksKey(component, dependsOn(component))),
  }
  // there is much of it, which is only asked for where it is told
  const isolationOf = (component: Component) =>
    isolationKey(component, {
      ...dependsOn(component),
      sheets: sheetsOfOthers(sheets, component.contract.files).map(({ hash }) => hash),
    })
  const isolated = {
    keyOf: isolationOf,
    isKnown: (component: Component) => isolation.get(component.id)?.key === isolationOf(component),
  }
  const keysOf = (component: Component) => ({
    told: all.told.keyOf(component),
    charts: all.charts.keyOf(component),
    looks: all.looks.keyOf(component),
    isolation: isolated.keyOf(component),
  })
  return { provisions, never, themes, css, sheets, examplesOf, ...all, isolation: isolated, keysOf }
}

/** Sheets that come into the page with components of a library, remembered while it is as it is. */
const recentSheets = new LRUCache<string, (PageSheet & { hash: string })[]>({
  maxSize: 16_000_000,
  sizeCalculation: (sheets) => sheets.reduce((sum, { css }) => sum + css.length, 1),
})
async function sheetsInPage(db: Store, { id, current_revision: revision }: Library) {
  if (!revision) return []
  const known = recentSheets.get(revision)
  if (known) return known
  const [files, components] = await Promise.all([sourceFiles(db, revision), componentsOf(db, revision)])
  const contracts = components.map(({ contract }) => contract)
  const sheets = await inChild('pageSheets', { files: [...files], contracts }, id).catch((error: unknown) => {
    // what cannot be taken apart is told where it is read; the rest is seen without it
    log.warn({ err: error, library: id }, 'sheets of the page')
    return undefined
  })
  if (!sheets) return []
  const hashed = sheets.map((sheet) => ({ ...sheet, hash: hashOf(sheet.css) }))
  recentSheets.set(revision, hashed)
  return hashed
}

/** What is to be seen of a component: all that is not known of it as it is now, or one kind of that. */
export const needsOf =
  (
    only: Only | null,
    known: ReadonlyMap<string, unknown>,
    { told, charts, looks, isolation }: Awaited<ReturnType<typeof seenAlready>>,
  ) =>
  (component: Component): Record<Only, boolean> => {
    const isAsked = (kind: Only) => only === null || only === kind
    return {
      members: isAsked('members') && !known.has(component.id),
      states: isAsked('states') && !charts.isKnown(component),
      told: isAsked('told') && !told.isKnown(component),
      looks: isAsked('looks') && !looks.isKnown(component),
      isolation: isAsked('isolation') && !isolation.isKnown(component),
    }
  }

/** How many components there are of which something is to be seen, by what that is. */
export function leftOf(components: readonly Component[], needs: ReturnType<typeof needsOf>) {
  const all = components.map(needs)
  const count = (isLeft: (needed: Record<Only, boolean>) => boolean) => all.filter(isLeft).length
  return {
    any: count((needed) => Object.values(needed).some(Boolean)),
    members: count(({ members }) => members),
    states: count(({ states }) => states),
    told: count(({ told }) => told),
    looks: count(({ looks }) => looks),
    isolation: count(({ isolation }) => isolation),
  }
}

/** One thing that was seen of components: what it depends on, what is known now, and what was seen last. */
function knownOf<Seen>(kept: ReadonlyMap<string, Looked<Seen>>, keyOf: (component: Component) => string) {
  /** Of the component as it is now; nothing where it changed since. */
  const now = (component: Component): Seen | undefined => {
    const last = kept.get(component.id)
    return last?.key === keyOf(component) ? last.seen : undefined
  }
  const isKnown = (component: Component): boolean => now(component) !== undefined
  /** Whatever was seen last, and whether that is of the component as it is now. */
  const last = (component: Component) => ({
    seen: kept.get(component.id)?.seen ?? null,
    current: isKnown(component),
    made_at: kept.get(component.id)?.made_at ?? null,
  })
  return { keyOf, now, isKnown, last }
}
