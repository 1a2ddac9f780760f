import type { Problem } from '../../problem'
import { packageFile } from './package-file'
import type { SourceText } from './source-text'

/** What a package calls the sheet that its consumers load beside its scripts. */
const usualName = /(^|\/)(styles?|index|main|all|theme)(\.min)?(\.css)?$/

/**
 * The sheet that a library's consumers load beside its scripts, as its package says: by `style`, or among its
 * `exports`. Nothing where it names none, or several without saying which.
 */
export function sheetBeside(files: readonly SourceText[]): string | undefined {
  const paths = new Set(files.map(({ path }) => path))
  const text = files.find(({ path }) => path === 'package.json')?.text
  const json = text === undefined ? undefined : packageFile(text)
  if (!json) return undefined
  const there = (target: unknown): string | undefined => {
    const path = typeof target === 'string' ? target.replace(/^\.?\//, '') : ''
    return path.endsWith('.css') && paths.has(path) ? path : undefined
  }
  const named = there(json.style)
  if (named !== undefined) return named
  const exported = Object.entries((json.exports ?? {}) as Record<string, unknown>).flatMap(
    ([key, target]) => {
      const path = there(targetOf(target))
      return path === undefined ? [] : [{ key, path }]
    },
  )
  const own = `./${String(json.name).split('/').at(-1)}.css`
  const chosen = exported.filter(({ key }) => usualName.test(key) || key === own)
  return exported.length === 1 ? exported[0]!.path : chosen.length === 1 ? chosen[0]!.path : undefined
}

/** What an entry of `exports` gives, whatever the condition: a sheet has one form. */
function targetOf(entry: unknown): unknown {
  if (typeof entry !== 'object' || entry === null) return entry
  return Object.values(entry)
    .map(targetOf)
    .find((target) => typeof target === 'string')
}

/** That the sheet is worn by what is looked at is told: consumers have to load it themselves. */
export const wearsSheet = (path: string): Problem => ({
  code: 'sheet-beside',
  what: `Components are looked at in ${path}, which the package says its consumers load beside it.`,
  where: { file: path },
  todo: 'Nothing to do.',
})
