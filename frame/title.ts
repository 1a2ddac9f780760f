import { attributeOf, elementName } from './pristine'

/** An element as a selector of its own would have it. */
export function titleOf(element: Element): string {
  const part = attributeOf(element, 'part')
  const classes = [...element.classList].filter((name) => !name.startsWith('kept-')).slice(0, 2)
  if (classes.length) return `${elementName(element)}.${classes.join('.')}`
  return part ? `${elementName(element)}[part~="${part.split(' ')[0]!}"]` : elementName(element)
}
