import { sheetsIn } from '../read/sheets-in'
import { selectorKey } from '../read/places'
import type { SourceText } from '../read/source/source-text'
import { Tokens, walkSheet } from '../style/sheet'
import { varsIn } from '../style/trace'

/** A declaration as it is written in a sheet. */
export interface Declared {
  property: string
  value: string
  /** The selectors of the rules around it, the outermost first, and the conditions; each as one text. */
  selector: string
  conditions: string
  file: string
  /** Counted from 1. */
  line: number
  /** The offset in the file at which its value begins, where that is known. */
  valueAt?: number
  /** It stands in a component's own file, and goes into the page as it is written. */
  isOpen?: boolean
}

/** Files are read up to this many characters each: what is longer was made by a machine. */
const longest = 400_000

/** All declarations of sheets in files, in order; those of script too. */
export const declaredIn = (files: readonly SourceText[]): Declared[] =>
  files.flatMap((file) =>
    file.text.length > longest
      ? []
      : sheetsIn(file, undefined, 'rules').flatMap((sheet) =>
          declarationsOf(sheet.css).map(({ at, valueFrom, ...declared }) => {
            const valueAt = sheet.place(valueFrom)
            const line = sheet.line(at)
            return {
              ...declared,
              file: file.path,
              line,
              ...(valueAt === undefined ? {} : { valueAt }),
              ...(sheet.isOpen ? { isOpen: true } : {}),
            }
          }),
        ),
  )

/** A declaration in its sheet: the offset it begins at, and that of its value. */
type InSheet = Omit<Declared, 'file' | 'line' | 'valueAt'> & { at: number; valueFrom: number }

/** What these say is of a font, a page or a property, and no declaration of an element. */
const notOfElements = /^(?:font-face|property|counter-style|font-palette-values|font-feature-values|page)\b/

/** Declarations of one sheet. */
function declarationsOf(css: string): InSheet[] {
  const tokens = new Tokens(css)
  const found: InSheet[] = []
  const selectors: string[] = []
  const conditions: string[] = []
  walkSheet(tokens, {
    rule: (prelude) => selectors.push(selectorKey(tokens.slice(prelude))),
    ruleEnd: () => selectors.pop(),
    condition: (name, prelude) => conditions.push(`${name} ${tokens.slice(prelude)}`),
    conditionEnd: () => conditions.pop(),
    declaration(property, at, value) {
      if (notOfElements.test(conditions.at(-1) ?? '')) return
      found.push({
        property: property.startsWith('--') ? property : property.toLowerCase(),
        value: tokens.slice(value),
        selector: selectors.join(' { '),
        conditions: conditions.join(' '),
        at,
        valueFrom: tokens.start(tokens.past(value.from)),
      })
    },
  })
  return found
}

/** Names of custom properties that a value reads by `var()`, in fallbacks too. */
export const readIn = (value: string): string[] =>
  varsIn(value).flatMap(({ name, fallback }) => [name, ...readIn(fallback ?? '')])
