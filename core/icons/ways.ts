import type { Contract } from '../contract/contract'
import { isBeside } from '../read/source/reading'
import { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { writtenIn } from '../read/written'
import { usersOf, type RoleUse } from './users'
import type { IconStore, OwnGlyph } from './glyph'
import { files as filesWay } from './ways/files'
import { modules } from './ways/modules'
import { sprite } from './ways/sprite'
import { table } from './ways/table'
import type { IconSource, IconWay } from './ways/way'

/** All ways in which libraries keep their glyphs. */
const iconWays: readonly IconWay[] = [filesWay, table, modules, sprite]
const wayOf = ({ way }: IconStore): IconWay => iconWays.find((other) => other.way === way)!

export const iconSource = (files: readonly SourceText[]): IconSource => {
  let written: ReturnType<typeof writtenIn> | undefined
  return {
    files,
    sources: new SourceSet([...files]),
    written: () => (written ??= writtenIn(files.filter(({ path }) => !isBeside(path)))),
  }
}

/** A place where glyphs were found, and how many. */
interface FoundStore extends IconStore {
  count: number
}

/** What is known of a library's icons by its source. */
export interface OwnIcons {
  /** Where glyphs were found, the most first. */
  stores: FoundStore[]
  /** The one that is taken: what somebody chose, else the first. */
  store: IconStore | null
  glyphs: OwnGlyph[]
  uses: RoleUse[]
}

const isSame = (a: IconStore, b: IconStore): boolean =>
  a.way === b.way && a.path === b.path && a.name === b.name

/** Finds the icons of a library: where it keeps them, and which components ask for which. */
export function ownIcons(
  source: IconSource,
  contracts: readonly Contract[],
  chosen: IconStore | null,
): OwnIcons {
  const stores = iconWays
    .flatMap((way) => way.find(source))
    .filter(({ path }) => !isBeside(path))
    .map((store) => ({ ...store, count: wayOf(store).glyphs(store, source).length }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
  const store = stores.find((found) => chosen !== null && isSame(found, chosen)) ?? stores[0]
  if (!store) return { stores, store: null, glyphs: [], uses: [] }
  const glyphs = wayOf(store).glyphs(store, source)
  const uses = wayOf(store).uses(store, source)
  return {
    stores,
    store,
    glyphs,
    uses: usersOf(source, contracts, uses, new Set(glyphs.map(({ role }) => role))),
  }
}

/** The files of a library with other drawings in place of its own, where there are any. */
export function withDrawings(
  source: IconSource,
  store: IconStore,
  drawings: ReadonlyMap<string, string>,
): readonly SourceText[] {
  const swapped = new Map(
    wayOf(store)
      .swap(store, source, drawings)
      .map((file) => [file.path, file]),
  )
  return swapped.size ? source.files.map((file) => swapped.get(file.path) ?? file) : source.files
}
