import type { Prop } from '../contract/prop'
import { choicesOf, isFunction, withoutUndefined, type TypeModel } from '../contract/type'

/** Values for a custom property, of which one should tell whatever it is read for. */
export const styleSamples = ['rgb(255, 0, 128)', '37px', '3', '0.31', '700', 'none', '1.7s']

/** A number of more than three digits, and a fraction: written otherwise by who asks for another way. */
export const longNumber = 1234.56

/** What fills a slot that is tried. */
export const fillingSample = { is: 'markup', markup: '<b>Filled</b>' } as const

/** What a `style` attribute takes (CSS Style Attributes, 3). */
const styleText = 'outline: 3px solid rgb(255, 0, 128)'
/** The same as frameworks take it that set properties one by one. */
const styleObject = { outline: '3px solid rgb(255, 0, 128)' }

/** Values for a prop: those that its code asks for, then some of its type. */
export function samplesFor({ name, type, asked = [] }: Prop): unknown[] {
  if (isFunction(type)) return [true]
  const styles = name === 'style' ? [type.is === 'string' ? styleText : styleObject] : []
  const samples = [...styles, ...samplesOf(type)]
  return [...asked.filter((value) => !samples.includes(value)), ...samples]
}

/** Some values of a type that should look different from one another; none where none can be made up. */
export function samplesOf(type: TypeModel, depth = 0): unknown[] {
  const choices = choicesOf(type)
  if (choices) return choices
  switch (type.is) {
    case 'boolean':
      return [true, false]
    case 'number':
      return [0, 1, 4, 0.5, 120]
    case 'string':
      return ['Skerray', '3', '2026-11-25T18:05:00Z', '#ff0080']
    case 'date':
      return ['2026-11-25T18:05:00.000Z', '2031-01-02T03:04:05.000Z']
    case 'null':
      return [null]
    case 'union':
      // what only says that it may be left out is no step deeper
      return type.of.filter((type) => type.is !== 'undefined').flatMap((type) => samplesOf(type, depth))
    case 'list': {
      const [first, second = first] = depth < 3 ? samplesOf(type.of, depth + 1) : []
      return first === undefined ? [[]] : [[first], [first, second, first], []]
    }
    case 'object':
      return objectSamples(type, depth)
    case 'other':
      return looseSamples(type.text)
    default:
      return []
  }
}

/** An entry of a list of which nothing is known, with names that code commonly asks entries for. */
const entry = {
  id: '3',
  key: '3',
  value: '3',
  name: 'Skerray',
  title: 'Skerray',
  label: 'Skerray',
  text: 'Skerray',
}
const loose: readonly { names: RegExp; samples: readonly unknown[] }[] = [
  { names: /^(?:any|unknown|\*)$/i, samples: ['Skerray', 3, entry] },
  { names: /^keyof HTMLElementTagNameMap$/, samples: ['section', 'span'] },
  {
    names: /^(?:Array|ReadonlyArray|(?:any|unknown)\[\])$/i,
    samples: [[entry, { ...entry, id: '4', key: '4', value: '4' }], []],
  },
  { names: /^(?:Object|Record<string, (?:any|unknown)>)$/i, samples: [entry] },
]
const looseSamples = (text: string): unknown[] => [
  ...(loose.find(({ names }) => names.test(text.trim()))?.samples ?? []),
]

/** Whether a type does not say what it takes: that nothing was seen with what was made up says little. */
export const isLoose = (type: TypeModel): boolean => {
  const { type: plain } = withoutUndefined(type)
  return plain.is === 'other' || (plain.is === 'list' && isLoose(plain.of))
}

function objectSamples(type: Extract<TypeModel, { is: 'object' }>, depth: number): unknown[] {
  const fields =
    depth < 3 ? type.fields.map((field) => ({ field, values: samplesOf(field.type, depth + 1) })) : []
  if (fields.some(({ field, values }) => values.length === 0 && !field.optional)) return []
  const filled = fields.filter(({ values }) => values.length > 0)
  return [0, 1].map((at) =>
    Object.fromEntries(filled.map(({ field, values }) => [field.name, values[at % values.length]])),
  )
}
