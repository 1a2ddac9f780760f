import type { ToldNode } from '../accessible/told'
import type { Node } from '../style/found'

/**
 * What there is of a component at one moment: what assistive technology is told, the markup that stands there,
 * and which of its custom states hold.
 */
export interface Look {
  told: readonly ToldNode[]
  markup: readonly Node[]
  custom: readonly string[]
}

/** Attributes that name elements, hold measures, or lead elsewhere: they tell nothing of a state. */
const ofNoState = new Set(
  [
    'id style for href src srcset name placeholder title alt slot part',
    'aria-labelledby aria-describedby aria-controls aria-owns aria-activedescendant aria-details aria-label',
    'd points x y x1 x2 y1 y2 cx cy r rx ry width height viewbox transform offset',
  ].flatMap((line) => line.split(' ')),
)
/** Characters of a value that are told. */
const mostText = 60

/** What differs by number alone is the same: a count that went up is no other state. */
const withoutNumbers = (text: string): string => text.replace(/\d+(?:[.,:]\d+)*/g, '#')

function marksOfLine({ is, name, attributes }: Node): string[] {
  if (is !== 'element') return []
  return [
    name,
    ...attributes.flatMap(([attribute, value]) => {
      if (attribute === 'class')
        return value.split(/\s+/).flatMap((token) => (token ? `${name}.${token}` : []))
      if (ofNoState.has(attribute.toLowerCase())) return []
      return value === ''
        ? `${name}[${attribute}]`
        : `${name}[${attribute}="${withoutNumbers(value).slice(0, mostText)}"]`
    }),
  ]
}

/**
 * What marks a state in markup, each once: elements, their classes and attributes as selectors have them, and
 * custom states of the component itself. How many there are of one kind is left out.
 */
export const marksOf = ({ markup, custom }: Look): string[] =>
  [...new Set([...markup.flatMap(marksOfLine), ...custom.map((name) => `:state(${name})`)])]
    .map(withoutNumbers)
    .sort()

/** Where the focus is, and what an element says for a moment, make no state. */
const ofNoStateTold = new Set(['focused', 'activedescendant', 'live', 'atomic', 'relevant', 'root', 'url'])
const ofEmptiness = new Set(['value', 'valuetext'])

const shapeOf = ({ role, name, states }: ToldNode): string =>
  JSON.stringify([
    role,
    withoutNumbers(name),
    Object.entries(states)
      .filter(([state]) => !ofNoStateTold.has(state))
      .map(([state, value]) => [
        state,
        ofEmptiness.has(state) ? value !== '' && value !== '0' : withoutNumbers(value),
      ])
      .sort(),
  ])

/**
 * What two looks at the same state have in common, and looks at different ones do not. Entries that are alike
 * count as one, numbers as any number, and of what is typed whether there is something.
 */
export const signatureOf = (look: Look): string =>
  JSON.stringify([[...new Set(look.told.map(shapeOf))], marksOf(look)])
