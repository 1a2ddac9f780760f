import type { Rename } from '~~/core/tokens/rename'
import type { TokenUses } from '~~/core/tokens/uses'
import { tokenPrefix } from '~~/core/release/package'
import { Failure } from '../auth/failure'
import { inChild } from '../build/pool'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { spokenOf, type PlannedRename, type Spoken } from '../store/renames'
import { sourceFiles } from '../store/sources'
import { themesOf } from '../store/themes'

/** What a rename would make of a library as it is now. Throws a failure with each reason why it cannot be. */
export async function planRename(db: Store, library: Library, rename: Rename): Promise<PlannedRename> {
  const themes = await themesOf(db, library.id)
  const files = library.current_revision ? await sourceFiles(db, library.current_revision) : []
  const renamed = await inChild(
    'rename',
    { themes, files: [...files], rename, prefix: tokenPrefix(library.prefix) },
    library.id,
  )
  if (!renamed.ok) throw new Failure(422, renamed.problems)
  const seen = Object.fromEntries(themes.map(({ name, revision }) => [name, revision]))
  return { ...renamed.value, rename, seen, revision: library.current_revision }
}

/** What uses a token in a library as it is now, with how many words and examples name it. */
export async function tokenUses(
  db: Store,
  library: Library,
  path: string,
): Promise<TokenUses & { words: number; examples: number }> {
  const themes = await themesOf(db, library.id)
  const files = library.current_revision ? await sourceFiles(db, library.current_revision) : []
  const prefix = tokenPrefix(library.prefix)
  const uses = await inChild('uses', { themes, files: [...files], path, prefix }, library.id)
  const { words, examples } = await spokenOf(db, library.id, uses.properties)
  return { ...uses, words: words.length, examples: examples.length }
}

/** What people wrote that names the custom properties which a rename changes. */
export const spokenWith = (db: Store, library: Library, { properties }: PlannedRename): Promise<Spoken> =>
  spokenOf(
    db,
    library.id,
    properties.map(({ from }) => from),
  )
