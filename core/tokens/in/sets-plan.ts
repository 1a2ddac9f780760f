import { done, type Outcome, type Problem } from '../../problem'
import { tokensOf, type TokenDocument } from '../document'
import { baseOf } from '../regions'
import type { FileIn } from './files-read'
import { setsIn } from './sets'
import { mergedDocuments, type ThemeIn } from './sets-in'
import { faultOfTheme } from '../theme-list'
import { problemsIn, resolveTheme, type Theme } from '../themes'

/** A theme of a library as it is once token files have come in. */
export interface PlannedTheme {
  name: string
  title: string
  axis: string | null
  isNew: boolean
  /** How many tokens the files give it. */
  tokens: number
  from: string[]
  document: TokenDocument
  /** What of it the files give. */
  comesIn: TokenDocument
}

export interface PlannedSets {
  themes: PlannedTheme[]
  /** What was made of files in the older spelling. */
  says: string[]
  /** Tokens that have no value then, each with its reason; all others have theirs. */
  without: Problem[]
}

/**
 * What token files make of the themes of a library: what they give the base goes over what is there, a theme
 * that is there gets theirs over its own, and the others are made on the base. Tokens that would have no
 * value are told, and cost the others nothing. Refused where a file is none, and where nothing that comes in
 * has a value.
 */
export function planSets(themes: readonly Theme[], files: readonly FileIn[]): Outcome<PlannedSets> {
  const read = setsIn(files)
  if (!read.ok) return read
  const base = baseOf(themes)
  if (!base) return { ok: false, problems: [] }
  const problems: Problem[] = []
  let after: Theme[] = [...themes]
  const planned: PlannedTheme[] = []
  const put = (next: Theme, { from, document }: Pick<ThemeIn, 'from' | 'document'>, isNew: boolean) => {
    after = isNew ? [...after, next] : after.map((theme) => (theme.name === next.name ? next : theme))
    const { name, title, axis = null } = next
    planned.push({
      name,
      title,
      axis,
      isNew,
      tokens: tokensOf(document).length,
      from,
      document: next.document,
      comesIn: document,
    })
  }
  const { value } = read
  if (value.base.from.length)
    put({ ...base, document: mergedDocuments(base.document, value.base.document) }, value.base, false)
  for (const theme of value.themes) {
    const known = after.find(({ name }) => name === theme.name)
    if (known && known.on !== null && (known.axis ?? null) === theme.axis)
      put({ ...known, document: mergedDocuments(known.document, theme.document) }, theme, false)
    else {
      const { name, title, axis, document } = theme
      const made: Theme = { name, title, on: base.name, axis, document }
      const fault = faultOfTheme(after, made)
      if (fault) problems.push(fault)
      else put(made, theme, true)
    }
  }
  if (problems.length) return { ok: false, problems: problems.slice(0, 100) }
  const known = new Set(problemsIn(themes).map(({ what }) => what))
  const without = problemsIn(after).filter(({ what }) => !known.has(what))
  if (without.length && !planned.some((theme) => hasValues(after, theme)))
    return { ok: false, problems: without }
  return done({ themes: planned, says: value.says, without })
}

/** Whether any token that comes in for a theme has a value there. */
function hasValues(themes: readonly Theme[], { name, comesIn }: PlannedTheme): boolean {
  const { tokens } = resolveTheme(themes, name)
  return tokensOf(comesIn).some(({ path }) => tokens.has(path))
}
