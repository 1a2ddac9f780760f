// Names of what a browser computes of elements, taken before any component is loaded. To walk them anew for each
// element takes far longer than what is asked of them.

/** All longhands there are, the same of every element. */
const longhands: readonly string[] = [...getComputedStyle(document.documentElement)].filter(
  (name) => !name.startsWith('--'),
)

/**
 * Names of longhands that say by another name what is said already, as text runs (CSS Logical Properties 1).
 */
const logical = /(?:^|-)(?:inline|block)(?:-|$)|^border-(?:start|end)-(?:start|end)-radius$/

/** Longhands that together say how an element looks, each thing once; a caret comes and goes. */
export const looks: readonly string[] = longhands.filter(
  (name) => name !== 'caret-color' && !logical.test(name),
)

/** All that has a value: longhands, then custom properties where the browser lists those too. */
export function namesIn(computed: CSSStyleDeclaration): string[] {
  const names = [...longhands]
  for (let at = names.length; at < computed.length; at++) names.push(computed.item(at))
  return names
}
