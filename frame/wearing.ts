import { rootOf, rootsIn } from './sheets'

// Which custom properties a rule reads that is meant for something in a component, whether or not it holds
// now.

/** Pseudo-classes that say where a rule looks, and not when it holds (Selectors 4; CSS Scoping 1). */
const places = 'host|host-context|is|where|not|has|root|scope'
const states = new RegExp(`(?<!:):(?!(?:${places})\\b)[\\w-]+(?:\\((?:[^()]|\\([^()]*\\))*\\))?`, 'g')

/** A selector without the states in it: what it is for, whenever that holds. */
function withoutStates(selector: string): string {
  const bare = selector
    .replace(/::[\w-]+(?:\([^()]*\))?/g, '')
    .replace(states, '')
    .replace(/:(?:is|where|not|has)\(\s*(?:,\s*)*\)/g, '')
    .replace(/:host\(\s*\)/g, ':host')
    .replace(/:host(?:\((?:[^()]|\([^()]*\))*\))?\s+/g, '')
  return bare
    .split(',')
    .map((part) => part.trim().replace(/([>+~])\s*$/, '$1 *') || '*')
    .join(', ')
}

/** Of some custom properties those that a rule reads which is for something that stands in a component. */
export function wornIn(component: Element, names: readonly string[]): string[] {
  const worn = new Set<string>()
  const read = (list: CSSRuleList, root: Document | ShadowRoot): void => {
    for (const rule of list) {
      if (rule instanceof CSSStyleRule) {
        const text = rule.style.cssText
        const here = names.filter((name) => !worn.has(name) && text.includes(`var(${name}`))
        if (here.length && isFor(rule.selectorText, root, component)) for (const name of here) worn.add(name)
      }
      if ('cssRules' in rule) read(rule.cssRules as CSSRuleList, root)
    }
  }
  const own = rootOf(component)
  for (const root of [document, ...(own ? rootsIn(own) : [])])
    for (const sheet of [...root.styleSheets, ...root.adoptedStyleSheets])
      try {
        read(sheet.cssRules, root)
      } catch {
        /* a sheet of another origin tells nothing of its rules */
      }
  return [...worn]
}

function isFor(selector: string, root: Document | ShadowRoot, component: Element): boolean {
  // what is nested is for what it is nested in
  if (selector.includes('&')) return true
  const bare = withoutStates(selector)
  if (root instanceof ShadowRoot && /(^|,)\s*:host(\(|$|,)/.test(bare)) return true
  try {
    return root instanceof ShadowRoot
      ? root.querySelector(bare) !== null
      : component.matches(bare) || component.querySelector(bare) !== null
  } catch {
    return true
  }
}
