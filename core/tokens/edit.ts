import { done, type Outcome, type Problem } from '../problem'
import { parseTokenDocument, tokenKinds, tokensOf, withValue, type TokenDocument } from './document'
import { kindOfType } from './read-value'
import { faultsOfPath } from './rename'
import { typedValue } from './resolve'
import { problemsIn, resolveTheme, type Theme } from './themes'
import { upgraded, type Upgrade } from './in/upgrade'

/** What comes of a value typed for a token: the value for the file, or why it cannot be. */
export type JudgedEdit =
  /** `type`: what a new token has to say itself, where its group does not. */
  | { is: 'fit'; value: unknown; type?: string | undefined }
  | { is: 'missing'; problem: Problem }
  | { is: 'refused'; problems: Problem[] }

const missing = (code: string, what: string, todo: string): JudgedEdit => ({
  is: 'missing',
  problem: { code, what, todo },
})

/** What is typed for one token of a theme; a token that is new says its type too. */
export interface TypedEdit {
  theme: string
  path: string
  text: string | null
  type?: string | undefined
}

/**
 * Judges a value typed for one token of a theme, by what it would make of all themes; `null` takes the
 * theme's own value out.
 */
export function judgeEdit(themes: Theme[], { theme: name, path, text, type }: TypedEdit): JudgedEdit {
  const theme = themes.find((known) => known.name === name)
  if (!theme)
    return missing('no-theme', `There is no theme ${name}.`, 'Choose one of the themes in the table.')
  const resolved = resolveTheme(themes, name)
  const token = resolved.tokens.get(path) ?? tokensOf(theme.document).find((written) => written.path === path)
  if (type !== undefined && text !== null)
    return token
      ? refusedFor(
          'token-there',
          `There is a token ${path} already.`,
          'Write another path, or change that one.',
        )
      : judgeNew(themes, theme, path, text, type)
  if (!token?.type)
    return missing('no-token', `There is no token ${path}.`, 'Choose one of the tokens in the table.')
  if (text === null && theme.on === null) {
    const problem = {
      code: 'base-value',
      what: `${path} has its value here, in the base; every theme rests on it.`,
      todo: 'Give it another value instead.',
    }
    return { is: 'refused', problems: [problem] }
  }
  const value = text === null ? { ok: true as const, value: undefined } : typedValue(text, token.type)
  if (!value.ok) return { is: 'refused', problems: value.problems }
  const known = new Set(problemsIn(themes).map((problem) => problem.what))
  const fresh = problemsIn(withDocument(themes, theme, withValue(theme.document, path, value.value))).filter(
    (problem) => !known.has(problem.what),
  )
  return fresh.length ? { is: 'refused', problems: fresh } : { is: 'fit', value: value.value }
}

const refusedFor = (code: string, what: string, todo: string): JudgedEdit => ({
  is: 'refused',
  problems: [{ code, what, todo }],
})

/** Judges a token that is new: it begins in a base, so that every theme has it. */
function judgeNew(themes: Theme[], theme: Theme, path: string, text: string, type: string): JudgedEdit {
  if (theme.on !== null)
    return refusedFor(
      'not-base',
      `${theme.title} is built on another theme; what only it has would be missing elsewhere.`,
      'Add the token to the base, then give it another value here.',
    )
  const faults = faultsOfPath(themes, path)
  if (faults.length) return { is: 'refused', problems: faults }
  if (!kindOfType(type))
    return refusedFor(
      'token-type',
      `The format has no type “${type}”.`,
      `Choose one of ${Object.keys(tokenKinds).join(', ')}.`,
    )
  const value = typedValue(text, type)
  if (!value.ok) return { is: 'refused', problems: value.problems }
  const inherited = tokensOf(withValue(theme.document, path, value.value)).find(
    (token) => token.path === path,
  )?.type
  const ownType = inherited === type ? undefined : type
  const known = new Set(problemsIn(themes).map((problem) => problem.what))
  const fresh = problemsIn(
    withDocument(themes, theme, withValue(theme.document, path, value.value, ownType)),
  ).filter((problem) => !known.has(problem.what))
  return fresh.length ? { is: 'refused', problems: fresh } : { is: 'fit', value: value.value, type: ownType }
}

/**
 * Judges a whole file for a theme: its document, with what was made of it where it was in the older
 * spelling, or every reason why it cannot stand there.
 */
export function judgeFile(
  themes: Theme[],
  name: string,
  text: string,
): Outcome<Pick<Upgrade, 'document' | 'says'>> {
  const theme = themes.find((known) => known.name === name)!
  const read = parseTokenDocument(text, `${name}.json`)
  if (!read.ok) return read
  const upgrade = upgraded(read.value)
  const problems = problemsIn(withDocument(themes, theme, upgrade.document))
  return problems.length ? { ok: false, problems } : done(upgrade)
}

const withDocument = (themes: Theme[], theme: Theme, document: TokenDocument): Theme[] =>
  themes.map((known) => (known === theme ? { ...theme, document } : known))
