import { tokenTypes } from 'css-tree/tokenizer'
import { sheetsIn } from '../read/sheets-in'
import { selectorKey } from '../read/places'
import type { SourceText } from '../read/source/source-text'
import { Tokens, walkSheet } from '../style/sheet'

/** A declaration as it is written in a sheet. */
export interface Declared {
  property: string
  value: string
  /** The selector of the innermost rule around it, and the conditions around that; each as one text. */
  selector: string
  conditions: string
  file: string
  /** Counted from 1. */
  line: number
}

/** Files are read up to this many characters each: what is longer was made by a machine. */
const longest = 400_000

/** All declarations of sheets in files, in order; those of script too. */
export const declaredIn = (files: readonly SourceText[]): Declared[] =>
  files.flatMap((file) =>
    file.text.length > longest
      ? []
      : sheetsIn(file, undefined, 'rules').flatMap(({ css, line }) =>
          declarationsOf(css).map(({ at, ...declared }) => ({
            ...declared,
            file: file.path,
            line: line(at),
          })),
        ),
  )

/** Declarations of one sheet, with the offset each begins at. */
function declarationsOf(css: string): (Omit<Declared, 'file' | 'line'> & { at: number })[] {
  const tokens = new Tokens(css)
  const found: ReturnType<typeof declarationsOf> = []
  const selectors: string[] = []
  const conditions: string[] = []
  walkSheet(tokens, {
    rule: (prelude) => selectors.push(selectorKey(tokens.slice(prelude))),
    ruleEnd: () => selectors.pop(),
    condition: (name, prelude) => conditions.push(`${name} ${tokens.slice(prelude)}`),
    conditionEnd: () => conditions.pop(),
    declaration: (property, at, value) =>
      found.push({
        property: property.startsWith('--') ? property : property.toLowerCase(),
        value: tokens.slice(value),
        selector: selectors.at(-1) ?? '',
        conditions: conditions.join(' '),
        at,
      }),
  })
  return found
}

/** Names of custom properties that a value reads by `var()`. */
export function readIn(value: string): string[] {
  const tokens = new Tokens(value)
  const names: string[] = []
  for (let i = 0; i < tokens.length; i++) {
    if (tokens.type(i) !== tokenTypes.Function || tokens.name(i).toLowerCase() !== 'var') continue
    const name = tokens.past(i + 1)
    if (tokens.type(name) === tokenTypes.Ident) names.push(tokens.name(name))
  }
  return names
}
