import { longWords } from '../code/examples'
import type { Usage } from '../code/usage'
import { membersOf, type Contract } from '../contract/contract'
import { slotTitle } from '../contract/slot'
import { choicesOf } from '../contract/type'
import { statesToHold } from '../style/states-to-hold'
import type { Surround } from '../surround'
import { arrangeAxis } from '../variants/arrangement'
import { choicesAlong, choiceTitle, variantAxes, withValue, type VariantAxis } from '../variants/axis'
import { goneFrom, withSettings, type Combination } from '../variants/combination'
import { wholeThemes } from '../tokens/regions'
import { besideAxes, languageAxis, surroundAxes, themeAxis } from './surround-axes'

/** One value of an axis: what it is called, and how it changes what is shown and what is around it. */
export interface AxisValue {
  title: string
  usage?: (usage: Usage) => Usage
  surround?: Partial<Surround>
}

/**
 * Something a component may be spread over. `whole` axes change the page and not one place of it, such
 * as the reader's text size: cells of different values cannot stand on one page.
 */
export interface Axis {
  id: string
  title: string
  values: AxisValue[]
  whole?: boolean
}

export interface AxesFrom {
  contract: Contract
  /** How it is shown where an axis says nothing else. */
  face: Usage
  themes: readonly { name: string; title: string; axis?: string | null | undefined }[]
  examples: readonly { name: string; usage: Usage }[]
  /** Languages that the library says something in. */
  languages?: readonly string[]
  /** Variants that somebody gave a name to. */
  named?: readonly Combination[]
  /** How people arranged an axis of variants, by its name. */
  arrangementOf?: (axis: string) => string | undefined
}

/** A word no line breaks inside of. */
const unbreakable = 'Verkehrsverbundsbeförderungsbedingungenüberarbeitungsausschussvorsitzendenstellvertreter'
const shortWords = 'Late'

/**
 * Everything a component may be spread over: its props, booleans and slots, states, themes, widths,
 * directions, text sizes, languages, lengths of content, examples.
 */
export const axesOf = ({
  contract,
  face,
  themes,
  examples,
  languages = [],
  named = [],
  arrangementOf = () => undefined,
}: AxesFrom): Axis[] => [
  ...propAxes(contract, arrangementOf),
  ...sheetAxes(contract, arrangementOf),
  ...slotAxes(contract, face),
  stateAxis(contract),
  ...(wholeThemes(themes).length > 1 ? [themeAxis(wholeThemes(themes))] : []),
  ...besideAxes(themes),
  ...surroundAxes,
  ...(languages.length > 0 ? [languageAxis(languages)] : []),
  ...contentAxes(contract, face),
  ...(examples.length > 1 ? [exampleAxis(examples)] : []),
  ...namedAxis(contract, named),
]

type ArrangementOf = NonNullable<AxesFrom['arrangementOf']>
/** The axes of variants, each in the order that people gave it. */
const arrangedAxes = (contract: Contract, arrangementOf: ArrangementOf): VariantAxis[] =>
  variantAxes(contract).map((axis) => arrangeAxis(axis, arrangementOf(axis.name)))

function propAxes(contract: Contract, arrangementOf: ArrangementOf): Axis[] {
  const axes = new Map(arrangedAxes(contract, arrangementOf).map((axis) => [axis.name, axis.variants]))
  const titleOf = (name: string, value: unknown) =>
    typeof value === 'boolean' ? (value ? name : `not ${name}`) : String(value)
  return membersOf(contract, 'prop')
    .filter((prop) => !prop.readonly && prop.known !== 'comment')
    .flatMap(({ name, type }) => {
      const choices: readonly unknown[] = choicesOf(type) ?? (type.is === 'boolean' ? [false, true] : [])
      const order = axes.get(name)?.map(({ value }): unknown => value) ?? []
      // a value that is no variant, such as what a switch is when it is off, stays before the rest
      const sorted = choices.toSorted((a, b) => order.indexOf(a) - order.indexOf(b))
      const values = sorted.map((value) => ({
        title: titleOf(name, value),
        usage: (usage: Usage): Usage => ({ ...usage, props: { ...usage.props, [name]: value } }),
      }))
      return values.length < 2 ? [] : [{ id: `prop:${name}`, title: name, values }]
    })
}

/** What only sheets ask for: attributes and classes of the host that no prop stands for. */
const sheetAxes = (contract: Contract, arrangementOf: ArrangementOf): Axis[] =>
  arrangedAxes(contract, arrangementOf)
    .filter(({ variants }) => variants[0]!.by !== 'prop')
    .map((axis) => ({
      id: `${axis.variants[0]!.by}:${axis.name}`,
      title: axis.name,
      values: choicesAlong(axis).map(({ value }) => ({
        title: choiceTitle(axis, value),
        usage: (usage: Usage) => withValue(usage, axis, value ?? undefined),
      })),
    }))

/** Each named variant, and beside them what is shown without one. */
function namedAxis(contract: Contract, named: readonly Combination[]): Axis[] {
  const values = named.flatMap(({ name, settings }): AxisValue[] =>
    goneFrom(contract, settings).length
      ? []
      : [{ title: name, usage: (usage) => withSettings(contract, usage, settings) ?? usage }],
  )
  return values.length
    ? [{ id: 'named', title: 'named variant', values: [{ title: 'none' }, ...values] }]
    : []
}

const slotAxes = (contract: Contract, face: Usage): Axis[] =>
  membersOf(contract, 'slot')
    .filter((slot) => slot.known !== 'comment')
    .map(({ name }) => {
      const filling = face.slots[name] ?? { is: 'text' as const, text: slotTitle(name) }
      const without = (usage: Usage): Usage => ({
        ...usage,
        slots: Object.fromEntries(Object.entries(usage.slots).filter(([slot]) => slot !== name)),
      })
      const filled = (usage: Usage): Usage =>
        name in usage.slots ? usage : { ...usage, slots: { ...usage.slots, [name]: filling } }
      return {
        id: `slot:${name}`,
        title: `slot ${slotTitle(name)}`,
        values: [
          { title: 'empty', usage: without },
          { title: 'filled', usage: filled },
        ],
      }
    })

const stateAxis = (contract: Contract): Axis => ({
  id: 'state',
  title: 'state',
  values: [
    { title: 'at rest', surround: { held: [] } },
    ...statesToHold(contract).map(({ name }) => ({ title: name, surround: { held: [name] } })),
  ],
})

const exampleAxis = (examples: AxesFrom['examples']): Axis => ({
  id: 'example',
  title: 'example',
  values: examples.map((example) => ({ title: example.name, usage: () => example.usage })),
})

/** Lengths of what a component says: of text in its slots, and of props that are text as it is shown. */
function contentAxes(contract: Contract, face: Usage): Axis[] {
  const props = membersOf(contract, 'prop')
    .filter((member) => member.type.is === 'string' && typeof face.props[member.name] === 'string')
    .map((member) => member.name)
  const slots = Object.entries(face.slots)
    .filter(([, filling]) => filling.is === 'text')
    .map(([name]) => name)
  if (props.length + slots.length === 0) return []
  const say =
    (text: string | undefined) =>
    (usage: Usage): Usage => {
      const kept = Object.fromEntries(Object.entries(usage.slots).filter(([name]) => !slots.includes(name)))
      return {
        ...usage,
        props: { ...usage.props, ...Object.fromEntries(props.map((name) => [name, text ?? ''])) },
        slots:
          text === undefined
            ? kept
            : {
                ...usage.slots,
                ...Object.fromEntries(
                  slots
                    .filter((name) => name in usage.slots)
                    .map((name) => [name, { is: 'text' as const, text }]),
                ),
              },
      }
    }
  return [
    {
      id: 'content',
      title: 'length of content',
      values: [
        { title: 'none', usage: say(undefined) },
        { title: 'short', usage: say(shortWords) },
        { title: 'long', usage: say(longWords) },
        { title: 'unbreakable', usage: say(unbreakable) },
      ],
    },
  ]
}

/** How early a value of an axis is put on. */
const firstness = ({ id }: Axis): number => (id === 'example' ? 2 : id === 'named' ? 1 : 0)

/** One rendering of a spread. */
export interface Cell {
  id: string
  titles: string[]
  usage: Usage
  surround: Surround
}

/**
 * A component shown with one value of each of some axes: those of examples first, then of named variants, so
 * that others change what these show.
 */
export function cellOf(
  axes: readonly Axis[],
  values: readonly number[],
  face: Usage,
  surround: Surround,
): Cell {
  const order = axes
    .map((axis, i) => ({ axis, value: axis.values[values[i]!]! }))
    .toSorted((a, b) => firstness(b.axis) - firstness(a.axis))
  const usage = order.reduce((usage, { value }) => value.usage?.(usage) ?? usage, face)
  return {
    id: axes.map((axis, i) => `${axis.id}=${values[i]}`).join('&'),
    titles: axes.map((axis, i) => axis.values[values[i]!]!.title),
    usage,
    surround: order.reduce((around, { value: { surround: change } }) => withChange(around, change), surround),
  }
}

/** A surround with a change; what is worn beside a theme is of several axes. */
const withChange = (around: Surround, change: Partial<Surround> = {}): Surround => ({
  ...around,
  ...change,
  beside: { ...around.beside, ...change.beside },
})

/** A sheet of cells: rows by columns, or a list that flows where there is no axis for them. */
export interface Sheet {
  title: string
  columns: string[]
  rows: { title: string; cells: Cell[] }[]
}

/**
 * A spread: rows by one axis, columns by another, a sheet for each value of a third; any may be missing.
 */
export function spreadOver(
  { rows, columns, sheets }: { rows: Axis | undefined; columns: Axis | undefined; sheets: Axis | undefined },
  face: Usage,
  surround: Surround,
): Sheet[] {
  const noAxis: Axis = { id: '', title: '', values: [{ title: '' }] }
  const all = [sheets ?? noAxis, rows ?? noAxis, columns ?? noAxis] as const
  return all[0].values.map((sheet, s) => ({
    title: sheet.title,
    columns: all[2].values.map((column) => column.title),
    rows: all[1].values.map((row, r) => ({
      title: row.title,
      cells: all[2].values.map((_column, c) =>
        cellOf(
          all.filter((axis) => axis !== noAxis),
          [...(sheets ? [s] : []), ...(rows ? [r] : []), ...(columns ? [c] : [])],
          face,
          surround,
        ),
      ),
    })),
  }))
}

/** How many renderings all values of some axes together would take. */
export const combinations = (axes: readonly Axis[]): number =>
  axes.reduce((product, axis) => product * axis.values.length, 1)
