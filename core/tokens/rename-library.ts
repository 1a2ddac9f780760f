import { done, type Outcome } from '../problem'
import { renameToken, type Rename, type Renamed } from './rename'
import { renameProperties, type PropertyPlace } from './renamed-properties'
import type { Theme } from './themes'

/** What becomes of a whole library when a token gets another path: its themes, and the files that name it. */
export interface RenamedLibrary extends Renamed {
  files: { path: string; text: string; places: PropertyPlace[] }[]
}

/** A rename in all themes and files of a library, or why it cannot be. */
export function renameInLibrary(
  themes: Theme[],
  files: readonly { path: string; text: string }[],
  rename: Rename,
  prefix: string,
): Outcome<RenamedLibrary> {
  const renamed = renameToken(themes, rename, prefix)
  if (!renamed.ok) return renamed
  const names = new Map(renamed.value.properties.map(({ from, to }) => [from, to]))
  return done({
    ...renamed.value,
    files: files.flatMap(({ path, text }) => {
      const after = renameProperties(text, names)
      return after.places.length ? [{ path, ...after }] : []
    }),
  })
}
