import { lexer } from 'css-tree'
import { sheetsIn } from '../read/sheets-in'
import type { SourceText } from '../read/source/source-text'
import { Tokens, walkSheet } from '../style/sheet'

/** A custom property as a sheet registers it (`@property`), each descriptor as it is written. */
export interface Registered {
  name: string
  syntax: string | undefined
  inherits: string | undefined
  initial: string | undefined
  file: string
  /** Counted from 1. */
  line: number
}

/** All registrations in sheets, wherever those stand. */
export const registeredIn = (files: readonly SourceText[]): Registered[] =>
  files.flatMap((file) =>
    file.text.includes('@property')
      ? sheetsIn(file, undefined, 'rules').flatMap((sheet) =>
          registrationsOf(sheet.css).map(({ at, ...registered }) => ({
            ...registered,
            file: file.path,
            line: sheet.line(at),
          })),
        )
      : [],
  )

function registrationsOf(css: string): (Omit<Registered, 'file' | 'line'> & { at: number })[] {
  const tokens = new Tokens(css)
  const found: (Omit<Registered, 'file' | 'line'> & { at: number })[] = []
  let open = false
  walkSheet(tokens, {
    rule: () => undefined,
    ruleEnd: () => undefined,
    condition(name, prelude) {
      open = name === 'property'
      if (!open) return
      const at = tokens.start(prelude.from)
      const empty = { syntax: undefined, inherits: undefined, initial: undefined }
      found.push({ name: tokens.slice(prelude), ...empty, at })
    },
    conditionEnd: () => (open = false),
    declaration(property, _at, value) {
      const last = found.at(-1)
      if (!open || !last) return
      const text = tokens.slice(value)
      if (property === 'syntax') last.syntax = text
      if (property === 'inherits') last.inherits = text
      if (property === 'initial-value') last.initial = text
    },
  })
  return found
}

/** Names of syntax there are (CSS Properties and Values API Level 1, section 5.1). */
const dataTypes = new Set(
  (
    'length number percentage length-percentage string color image url integer angle time resolution ' +
    'transform-function custom-ident transform-list'
  ).split(' '),
)
/** Units that stand for something of an element, or of the page around it. */
const relative = /\d(?:em|rem|ex|rex|ch|rch|cap|rcap|ic|ric|lh|rlh|cqw|cqh|cqi|cqb|cqmin|cqmax)\b/i
const keyword = /^-?[a-z_][\w-]*$/i

/** The syntax that a descriptor names; nothing where it names none. */
export function syntaxOf(written: string): string | undefined {
  const syntax = /^(["'])(.*)\1$/s.exec(written.trim())?.[2]?.trim()
  if (syntax === undefined || syntax === '') return undefined
  if (syntax === '*') return syntax
  return syntax.split('|').every((part) => isPart(part.trim())) ? syntax : undefined
}
function isPart(part: string): boolean {
  const named = /^<([a-z-]+)>[+#]?$/.exec(part)
  return named ? dataTypes.has(named[1]!) : keyword.test(part.replace(/[+#]$/, ''))
}

/**
 * Whether a value is of a syntax; one with functions may have some that are newer than the tables at hand,
 * and is taken to be.
 */
export const fits = (value: string, syntax: string): boolean =>
  syntax === '*' || value.includes('(') || lexer.match(syntax, value).error === null

/** Why browsers pass a registration over (section 2 there); nothing where they take it. */
export function whyPassedOver({ name, syntax, inherits, initial }: Registered): string | undefined {
  if (!name.startsWith('--')) return `${name} is no custom property`
  if (syntax === undefined) return 'it has no syntax'
  const known = syntaxOf(syntax)
  if (known === undefined) return `${syntax} is no syntax`
  if (inherits !== 'true' && inherits !== 'false') return 'it does not say whether it inherits'
  if (known === '*') return undefined
  if (initial === undefined) return 'it has no initial value'
  if (/\bvar\(/.test(initial)) return 'its initial value reads another'
  if (relative.test(initial)) return `${initial} depends on where it stands`
  return fits(initial, known) ? undefined : `${initial} is not of the syntax ${syntax}`
}
