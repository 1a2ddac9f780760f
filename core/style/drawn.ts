/**
 * What is said of states whose look a browser draws for an element of its own, such as `active` of `button`.
 */
export function sayDrawn(looks: readonly { state: string; element: string }[]): string {
  const states = [...new Set(looks.map(({ state }) => state))].join(' and ')
  const elements = [...new Set(looks.map(({ element }) => `<${element}>`))].join(', ')
  return `The browser draws ${elements} itself: its own look of ${states} cannot be held, what the sheets say of it is.`
}
