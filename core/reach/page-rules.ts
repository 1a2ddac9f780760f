import { declaredIn, type Declared } from '../check/declared'
import { stylesIn } from '../read/sheets-in'
import type { SourceText } from '../read/source/source-text'
import { compoundsOf, type Compound } from '../style/compounds'

/** Selectors of a rule, with those of rules around it, that are looked at. */
const mostSelectors = 200

/** Declarations of one file of a page; those of markup stand in its style elements. */
export function declaredInPage({ path, text }: SourceText): Declared[] {
  if (!/\.html?$/i.test(path)) return declaredIn([{ path, text }])
  let [sheets, at] = ['', 0]
  for (const style of stylesIn(text)) {
    sheets += text.slice(at, style.from).replaceAll(/[^\n]/g, ' ') + style.text
    at = style.from + style.text.length
  }
  return declaredIn([{ path: 'page.css', text: sheets }]).map((declared) => ({ ...declared, file: path }))
}

/** The selectors of a rule, with those of rules around it in them (CSS Nesting 1, 3). */
export const selectorsOf = (selector: string): Compound[][] =>
  selector
    .split(' { ')
    .map((text) => compoundsOf(text).slice(0, mostSelectors))
    .reduce((outer, inner) =>
      outer.flatMap((around) => inner.map((own) => nestedIn(around, own))).slice(0, mostSelectors),
    )

/** A selector in a rule that is for another: where `&` stands, else behind it. */
function nestedIn(around: readonly Compound[], own: readonly Compound[]): Compound[] {
  const [first, ...rest] = own
  if (!own.some(({ nests }) => nests))
    return first ? [...around, { ...first, combinator: first.combinator || ' ' }, ...rest] : [...around]
  return own.flatMap((compound) => {
    if (!compound.nests) return [compound]
    const [last, ...before] = around.toReversed()
    const { nests: _nests, combinator, classes, parts } = compound
    const both = last && { ...last, classes: [...last.classes, ...classes], parts: [...last.parts, ...parts] }
    const [head, ...tail] = [...before.toReversed(), ...(both ? [both] : [])]
    return head ? [{ ...head, combinator }, ...tail] : []
  })
}
