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

/** The selectors of a rule, those of rules around it before them (CSS Nesting 1, 3). */
export function selectorsOf(selector: string): Compound[][] {
  const [first = '', ...inner] = selector.split(' { ')
  return inner
    .reduce(
      (outer, text) =>
        outer.slice(0, mostSelectors).flatMap((before) =>
          compoundsOf(text.replaceAll('&', ''))
            .slice(0, mostSelectors)
            .map(([head, ...rest]) => {
              if (!head) return before
              const isSame = /^\s*&(?![\s>+~])/.test(text) || /\S&/.test(text)
              const last = before.at(-1)
              return isSame && last
                ? [
                    ...before.slice(0, -1),
                    {
                      ...last,
                      classes: [...last.classes, ...head.classes],
                      parts: [...last.parts, ...head.parts],
                    },
                    ...rest,
                  ]
                : [...before, { ...head, combinator: head.combinator || ' ' }, ...rest]
            }),
        ),
      compoundsOf(first),
    )
    .slice(0, mostSelectors)
}
