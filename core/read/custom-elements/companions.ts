import ts from 'typescript'
import { walk } from '../source/walk'

/** Names of custom elements in a text, such as a selector (HTML, 4.13.3). */
const names = /(?<![\w.#-])[a-z][a-z\d]*(?:-[\w.]+)+/g

/** The same as an element in a page of HTML tells its own name: in capitals (DOM, 4.9, `tagName`). */
const capitals = /^[A-Z][A-Z\d]*(?:-[A-Z\d._]+)+$/

/**
 * Tags that code and sheets look for: in texts of queries and comparisons of the code that a component runs,
 * and in what its sheets say of slotted content. Which of them are of the library is for who knows its tags
 * to say.
 */
export function companionsIn(reach: readonly ts.Node[], sheets: readonly string[]): string[] {
  const found = new Set<string>()
  const add = (text: string) => {
    if (capitals.test(text)) found.add(text.toLowerCase())
    for (const [name] of text.matchAll(names)) found.add(name)
  }
  for (const sheet of sheets) for (const [, inner] of sheet.matchAll(/::slotted\(([^)]*)/g)) add(inner!)
  for (const node of reach)
    walk(node, (inner) => {
      // markup is read elsewhere: what stands in it is used, not looked for
      if (ts.isStringLiteralLike(inner) && inner.text.length < 200 && !inner.text.includes('<'))
        add(inner.text)
      return true
    })
  return [...found]
}
