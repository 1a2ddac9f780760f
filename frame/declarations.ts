import { Tokens, walkSheet } from '../core/style/sheet'

// Declarations as they were written: the browser keeps longhands, and shorthands are found again.

const scratch = document.createElement('i').style
/** The longhands that one declaration sets, with its own text where they have none of their own yet. */
function longhands(property: string, value: string): { property: string; value: string; as?: string }[] {
  if (property.startsWith('--') || property === 'all') return [{ property, value }]
  scratch.cssText = ''
  scratch.setProperty(property, value)
  const names = [...scratch]
  return names.length <= 1
    ? [{ property: names[0] ?? property, value }]
    : names.map((name) => ({ property: name, value: scratch.getPropertyValue(name) || value, as: property }))
}
/** Declarations as they are written, shorthands kept where a value waits for a custom property. */
export function* declarationsOf(
  style: CSSStyleDeclaration,
): Generator<{ property: string; value: string; important: boolean; as?: string }> {
  const shorthands = new Map<string, string>()
  const tokens = new Tokens(`x{${style.cssText}}`)
  walkSheet(tokens, {
    rule: () => undefined,
    ruleEnd: () => undefined,
    declaration: (property, _at, value) => {
      if (property.startsWith('--') || property === 'all') return
      const all = longhands(property, tokens.slice(value).replace(/\s*!\s*important$/, ''))
      if (all.length > 1) for (const entry of all) shorthands.set(entry.property, property)
    },
  })
  const told = new Set<string>()
  for (const name of style) {
    if (told.has(name)) continue
    const important = style.getPropertyPriority(name) === 'important'
    // `all` has no text of its own once something after it says otherwise: what it said stands in the rest
    const value =
      style.getPropertyValue(name) ||
      (name === 'all'
        ? (['zoom', 'float', 'position', 'clear', 'color-scheme']
            .map((text) => style.getPropertyValue(text))
            .find((text) => /^(?:unset|initial|inherit|revert|revert-layer)$/.test(text)) ?? '')
        : '')
    if (value !== '') {
      told.add(name)
      const short = shorthands.get(name)
      yield { property: name, value, important, ...(short ? { as: short } : {}) }
      continue
    }
    // a longhand of a shorthand whose value is not known yet
    const short = shorthandsOf(name).find((shorthand) => style.getPropertyValue(shorthand) !== '')
    const text = short ? style.getPropertyValue(short) : ''
    for (const longhand of short ? longhands(short, text) : [{ property: name, value: text }]) {
      if (told.has(longhand.property)) continue
      told.add(longhand.property)
      yield { property: longhand.property, value: text, important, ...(short ? { as: short } : {}) }
    }
  }
}
/**
 * Shorthands a longhand may have come from: by its name, shorter and shorter, and those that are named
 * otherwise.
 */
function shorthandsOf(name: string): string[] {
  const pieces = name.split('-')
  const found = pieces.map((_, i) => pieces.slice(0, pieces.length - i).join('-')).slice(1)
  if (pieces[0] === 'border' && pieces.length > 2) found.unshift(`border-${pieces.at(-1)}`)
  const radius = /^border-.*-radius$/.test(name) ? ['border-radius'] : []
  const inset = ['top', 'right', 'bottom', 'left'].includes(name) ? ['inset'] : []
  const others = name.startsWith('flex')
    ? ['flex', 'flex-flow']
    : name.startsWith('font') || name === 'line-height'
      ? ['font', 'font-variant', 'font-synthesis']
      : /^(?:row|column)-gap$/.test(name)
        ? ['gap']
        : /^(?:align|justify)-(?:content|items|self)$/.test(name)
          ? [`place-${name.split('-')[1]}`]
          : /^overflow-/.test(name)
            ? ['overflow']
            : /^grid/.test(name)
              ? ['grid-area', 'grid-row', 'grid-column', 'grid-template', 'grid']
              : /^column-/.test(name)
                ? ['columns', 'column-rule']
                : /^text-wrap|^white-space/.test(name)
                  ? ['white-space', 'text-wrap']
                  : []
  return [...found, ...radius, ...inset, ...others, 'background', 'mask', 'transition', 'animation'].filter(
    (text, i, list) => list.indexOf(text) === i && text !== name,
  )
}
