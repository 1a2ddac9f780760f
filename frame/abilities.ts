import { conditionWithout, declarationLacked, sheetWithout } from '../core/style/lacking'
import { placeOf } from './ability-place'
import { rootsIn } from './sheets'

// A browser that lacks abilities: members of its objects are taken away before any component is loaded, and
// sheets are read as one would read them that has never heard of them. It takes a new page to get them back.

const styles: string[] = []
const Sheet = CSSStyleSheet
const { replaceSync, replace, insertRule } = Sheet.prototype
const supports = CSS.supports.bind(CSS) as {
  (condition: string): boolean
  (property: string, value: string): boolean
}
const read = new WeakSet<Element>()

/**
 * Takes abilities away, for as long as the page lasts; names as in `core/read/abilities.ts`. Those that
 * cannot be are told.
 */
export function takeAway(names: readonly string[]): string[] {
  const stay: string[] = []
  for (const name of names) {
    if (/[(:]/.test(name)) {
      styles.push(name)
      continue
    }
    const found = placeOf(name)
    if (!found) continue
    if (!Reflect.deleteProperty(found.holder, found.name)) stay.push(name)
  }
  if (styles.length === 0) return stay
  const { prototype } = Sheet
  // what is itself switched off must not come back
  const put = (name: 'replaceSync' | 'replace' | 'insertRule', method: unknown) => {
    if (name in prototype) Object.assign(prototype, { [name]: method })
  }
  put('replaceSync', function (this: CSSStyleSheet, text: string) {
    replaceSync.call(this, sheetWithout(text, styles))
  })
  put('replace', function (this: CSSStyleSheet, text: string) {
    return replace.call(this, sheetWithout(text, styles))
  })
  put('insertRule', function (this: CSSStyleSheet, rule: string, index?: number) {
    return insertRule.call(this, sheetWithout(rule, styles), index)
  })
  if ('supports' in CSS)
    CSS.supports = (first: string, second?: string) =>
      second === undefined
        ? supports(conditionWithout(/^\s*[(n]|selector\(/i.test(first) ? first : `(${first})`, styles))
        : !declarationLacked(first, second, styles) && supports(first, second)
  return stay
}

/** Reads the sheets that stand in style elements as the browser would that lacks them. */
export function readStyles(): void {
  if (styles.length === 0) return
  for (const root of rootsIn()) {
    for (const element of root.querySelectorAll('style')) {
      if (read.has(element)) continue
      read.add(element)
      const now = sheetWithout(element.textContent, styles)
      if (now !== element.textContent) element.textContent = now
    }
  }
}
