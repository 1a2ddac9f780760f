import { z } from 'zod'
import type { Contract } from '~~/core/contract/contract'
import type { Problem } from '~~/core/problem'
import type { TokenDocument } from '~~/core/tokens/document'
import { arrangedBy } from '~~/core/variants/arrangement'
import {
  standingSchema,
  themeSchema,
  versionShelfSchema,
  type VersionShelf,
  type WordsView,
} from '~~/core/wire'
import { fail } from '../auth/failure'
import { componentsOf, type Component } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { contractsAt, standingAt } from '../store/released'
import { releaseNamed, type ReleaseRow } from '../store/releases'
import { saidAt, saidNow, saidOf, withSaid, type Said } from '../store/said'
import { inShelfOrder, standsOnShelf } from './library'

/** As it is answered: contracts and documents of tokens come out of the store by their schema. */
export const versionShelfAnswer = versionShelfSchema.extend({
  standing: z.array(standingSchema.extend({ contract: z.custom<Contract>() })),
  themes: z.array(themeSchema.extend({ document: z.custom<TokenDocument>() })),
})

/** Everything that stood on the shelf when a version was made, each with what it takes to render it. */
export async function versionShelf(db: Store, library: Library, version: string): Promise<VersionShelf> {
  const release = await versionNamed(db, library, version)
  const [contracts, { tokens, iconsCss, revision }, then] = await Promise.all([
    contractsAt(db, release.id),
    standingAt(db, release.id),
    saidAt(db, release.id),
  ])
  const said = then ?? (await saidNow(db, library))
  const built = revision ? await componentsOf(db, revision) : []
  const byTag = new Map(built.map((component) => [component.tag, component]))
  const shown = withSaid(contracts, said.words).map((contract) => ({
    ...shownAs(contract, byTag.get(contract.tag), release),
    face: saidOf(said, contract.tag).face,
  }))
  return {
    version: release.version,
    made_at: release.made_at,
    isSaidThen: then !== undefined,
    // nothing of it is ever changed
    themes: tokens.map((theme) => ({ ...theme, revision: 0 })),
    iconsCss,
    standing: inShelfOrder(shown).map((component) => standsOnShelf(component, madeFor(component.tag, said))),
  }
}

/** A version by its number or by a channel that names it. */
export const versionNamed = async (db: Store, library: Library, name: string): Promise<ReleaseRow> =>
  (await releaseNamed(db, library.id, name)) ??
  fail(404, 'no-version', `${library.package} has no version ${name}.`, 'Choose one that is published.')

/** A component as a version has it; one that a package client published was never built here. */
function shownAs(contract: Contract, built: Component | undefined, { made_via, made_at }: ReleaseRow) {
  const never = { build: null, entry: null, problems: [notHere], made_at }
  return {
    tag: contract.tag,
    contract,
    build: made_via === 'client' ? never : built?.build,
    first: built?.first,
  }
}
const notHere: Problem = {
  code: 'not-built',
  what: 'A package client published this version: there is no source of it here to build.',
  todo: 'Install it to see it, or publish the next version at the release desk.',
}

/** What people made for a component, as a shelf tells it. */
function madeFor(tag: string, said: Said) {
  const { words, examples } = saidOf(said, tag)
  return {
    written: Object.keys(words).filter((key) => arrangedBy(key) === undefined),
    kept: examples.length,
  }
}

/** Asks for what people had said when a version was made. */
export const ofVersion = z.object({ version: z.string().max(100).optional() })

/** What was said of a component when a version was made; nothing without one, and where it did not keep that. */
export async function saidThen(db: Store, library: Library, tag: string, version: string | undefined) {
  if (version === undefined) return undefined
  const { id, made_at } = await versionNamed(db, library, version)
  const said = await saidAt(db, id)
  return said && { ...saidOf(said, tag), made_at }
}

/** Words as a version kept them; by whom, and in how many tries, it does not know. */
export const wordsThen = (words: Readonly<Record<string, string>>, at: Date): WordsView[] =>
  Object.entries(words).map(([member, text]) => ({ member, text, revision: 0, by: null, at, facts: null }))
