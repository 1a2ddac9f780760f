import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens, walkSheet, type Span } from './sheet'

/**
 * Style sheets as a browser reads them that lacks some abilities. An ability is what `@supports` and
 * `CSS.supports()` ask for in one bracket (CSS Conditional Rules Level 4, section 2): a declaration such
 * as `height: 1dvh`, or `selector(:has(a))`.
 */
export interface Lack {
  /** The property, where it is only lacked there; all of its values where `tells` is nothing. */
  property?: string
  tells?: { is: 'word' | 'function' | 'unit'; name: string }
  /** Pseudo-classes and pseudo-elements of a selector that is lacked. */
  pseudos: string[]
}

/**
 * Functions that stand for a value anywhere (CSS Values Level 4, section 10; CSS Color Levels 4 and 5): who
 * asks for one asks for it in any property.
 */
const valueFunctions = new Set([
  'calc',
  'min',
  'max',
  'clamp',
  'round',
  'mod',
  'rem',
  'sin',
  'cos',
  'tan',
  'asin',
  'acos',
  'atan',
  'atan2',
  'pow',
  'sqrt',
  'hypot',
  'log',
  'exp',
  'abs',
  'sign',
  'env',
  'attr',
  'lab',
  'lch',
  'oklab',
  'oklch',
  'color',
  'color-mix',
  'light-dark',
  'hwb',
  'contrast-color',
  'calc-size',
])
/** Units that every browser has: whoever tries a property with one asks for the property. */
const plainUnits = new Set([
  'px',
  'em',
  'rem',
  'ex',
  'ch',
  'cm',
  'mm',
  'in',
  'pt',
  'pc',
  's',
  'ms',
  'deg',
  'vw',
  'vh',
  'fr',
])
/** Words that a value may be of any property: whoever tries one asks for the property. */
const plainWords = new Set(['none', 'auto', 'initial', 'inherit', 'unset', 'revert', 'normal'])

/** What a condition of one bracket asks for, with or without that bracket; `undefined` where it is none. */
export function lackOf(condition: string): Lack | undefined {
  const tokens = new Tokens(condition.trim())
  const first = tokens.past(0)
  if (tokens.type(first) === tokenTypes.LeftParenthesis)
    return lackOf(tokens.slice({ from: first + 1, to: tokens.closing(first, tokens.length) }))
  if (tokens.type(first) === tokenTypes.Function && tokens.name(first).toLowerCase() === 'selector') {
    const pseudos = pseudosIn(tokens, { from: first + 1, to: tokens.closing(first, tokens.length) })
    return pseudos.length ? { pseudos } : undefined
  }
  const colon = tokens.past(first + 1)
  if (tokens.type(first) !== tokenTypes.Ident || tokens.type(colon) !== tokenTypes.Colon) return undefined
  const property = tokens.name(first).toLowerCase()
  if (property.startsWith('--')) return undefined
  const tells = tellingOf(tokens, { from: colon + 1, to: tokens.length })
  return {
    pseudos: [],
    ...(tells?.is === 'function' || tells?.is === 'unit' ? {} : { property }),
    ...(tells ? { tells } : {}),
  }
}

function pseudosIn(tokens: Tokens, { from, to }: Span): string[] {
  const found: string[] = []
  for (let i = from; i < to; i++)
    if (
      tokens.type(i) === tokenTypes.Colon &&
      [tokenTypes.Ident, tokenTypes.Function].includes(tokens.type(i + 1) as never)
    )
      found.push(tokens.name(i + 1).toLowerCase())
  return [...new Set(found)]
}

const unitOf = (raw: string): string => /[a-z%]+$/i.exec(raw)?.[0].toLowerCase() ?? ''

/** What of a value that is tried tells which ability is asked for; nothing where the property itself is. */
function tellingOf(tokens: Tokens, { from, to }: Span): Lack['tells'] {
  let word: string | undefined
  let unit: string | undefined
  for (let i = from; i < to; i++) {
    const type = tokens.type(i)
    if (type === tokenTypes.Function)
      return valueFunctions.has(tokens.name(i).toLowerCase())
        ? { is: 'function', name: tokens.name(i).toLowerCase() }
        : undefined
    if (type === tokenTypes.Dimension && !plainUnits.has(unitOf(tokens.raw(i))))
      unit ??= unitOf(tokens.raw(i))
    if (type === tokenTypes.Ident && !plainWords.has(tokens.name(i).toLowerCase()))
      word ??= tokens.name(i).toLowerCase()
  }
  return unit ? { is: 'unit', name: unit } : word ? { is: 'word', name: word } : undefined
}

function isLacked(lacks: readonly Lack[], property: string, tokens: Tokens, value: Span): boolean {
  const name = property.toLowerCase()
  // what a custom property holds is looked at only where it is used
  if (name.startsWith('--')) return false
  return lacks.some((lack) => {
    if (lack.pseudos.length || (lack.property && lack.property !== name)) return false
    const { tells } = lack
    if (!tells) return true
    for (let i = value.from; i < value.to; i++) {
      const type = tokens.type(i)
      if (
        tells.is === 'function'
          ? type === tokenTypes.Function && tokens.name(i).toLowerCase() === tells.name
          : tells.is === 'unit'
            ? type === tokenTypes.Dimension && unitOf(tokens.raw(i)) === tells.name
            : type === tokenTypes.Ident && tokens.name(i).toLowerCase() === tells.name
      )
        return true
    }
    return false
  })
}

/** What no browser has, for what is asked to be refused. */
const never = '(-kept-lacked: 1)'

/**
 * A condition of `@supports` as it reads in a browser without the abilities: what asks for one is never so.
 */
export function conditionWithout(condition: string, abilities: readonly string[]): string {
  const lacks = abilities.flatMap((ability) => lackOf(ability) ?? [])
  const tokens = new Tokens(condition)
  return rewritten(condition, conditionEdits(tokens, { from: 0, to: tokens.length }, lacks))
}

/** Whether a declaration is one that a browser without the abilities passes over. */
export function declarationLacked(property: string, value: string, abilities: readonly string[]): boolean {
  const tokens = new Tokens(value)
  return isLacked(
    abilities.flatMap((ability) => lackOf(ability) ?? []),
    property,
    tokens,
    { from: 0, to: tokens.length },
  )
}

interface Edit {
  from: number
  to: number
  text: string
}
const rewritten = (text: string, edits: Edit[]): string =>
  [...edits]
    .sort((a, b) => b.from - a.from)
    .reduce((all, { from, to, text: put }) => all.slice(0, from) + put + all.slice(to), text)

function conditionEdits(tokens: Tokens, span: Span, lacks: readonly Lack[]): Edit[] {
  const edits: Edit[] = []
  for (let i = span.from; i < span.to; i++) {
    const type = tokens.type(i)
    const end = tokens.closing(i, span.to)
    const whole = { from: tokens.start(i), to: tokens.end(end), text: never }
    if (type === tokenTypes.Function) {
      if (
        tokens.name(i).toLowerCase() === 'selector' &&
        isSelectorLacked(lacks, tokens, { from: i + 1, to: end })
      )
        edits.push(whole)
      i = end
    } else if (type === tokenTypes.LeftParenthesis) {
      const first = tokens.past(i + 1)
      const colon = tokens.past(first + 1)
      if (tokens.type(first) !== tokenTypes.Ident || tokens.type(colon) !== tokenTypes.Colon)
        edits.push(...conditionEdits(tokens, { from: i + 1, to: end }, lacks))
      else if (isLacked(lacks, tokens.name(first), tokens, { from: colon + 1, to: end })) edits.push(whole)
      i = end
    }
  }
  return edits
}
const isSelectorLacked = (lacks: readonly Lack[], tokens: Tokens, span: Span): boolean => {
  const pseudos = pseudosIn(tokens, span)
  return lacks.some((lack) => lack.pseudos.some((pseudo) => pseudos.includes(pseudo)))
}

/**
 * A sheet as it reads in a browser without the abilities: declarations and rules that such a browser
 * would pass over are not there, conditions that ask for them do not hold. Lines stay where they are.
 */
export function sheetWithout(css: string, abilities: readonly string[]): string {
  const lacks = abilities.flatMap((ability) => lackOf(ability) ?? [])
  if (lacks.length === 0) return css
  const tokens = new Tokens(css)
  const edits: Edit[] = []
  const replace = (from: number, to: number, text: string) =>
    edits.push({ from, to, text: text + css.slice(from, to).replace(/[^\n]+/g, '') })
  walkSheet(tokens, {
    rule: (prelude) => {
      if (isSelectorLacked(lacks, tokens, prelude))
        replace(tokens.start(prelude.from), tokens.end(prelude.to - 1), ':not(*) ')
    },
    ruleEnd: () => undefined,
    declaration: (property, at, value) => {
      if (isLacked(lacks, property, tokens, value))
        replace(at, value.to > value.from ? tokens.end(value.to - 1) : at, '')
    },
    condition: (name, prelude) => {
      if (name === 'supports') edits.push(...conditionEdits(tokens, prelude, lacks))
    },
  })
  return rewritten(css, edits)
}

/**
 * The abilities that conditions of a sheet ask for, with the offset of each: `height: 1dvh`,
 * `selector(:has(a))`.
 */
export function abilitiesAskedIn(css: string): { name: string; at: number }[] {
  const tokens = new Tokens(css)
  const found: { name: string; at: number }[] = []
  walkSheet(tokens, {
    rule: () => undefined,
    ruleEnd: () => undefined,
    declaration: () => undefined,
    condition: (name, prelude) => {
      if (name === 'supports') found.push(...askedIn(tokens, prelude))
    },
  })
  return found
}
/** The same of one condition, as `CSS.supports()` takes it. */
export function abilitiesOfCondition(condition: string): string[] {
  const tokens = new Tokens(condition)
  const found = askedIn(tokens, { from: 0, to: tokens.length })
  return found.length ? found.map((entry) => entry.name) : lackOf(condition) ? [abilityName(condition)] : []
}

/** An ability as it is named: spaces as CSS prints them. */
export const abilityName = (condition: string): string =>
  condition
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/^([\w-]+)\s*:\s*/, (_all, property: string) => `${property.toLowerCase()}: `)

function askedIn(tokens: Tokens, span: Span): { name: string; at: number }[] {
  const found: { name: string; at: number }[] = []
  for (let i = span.from; i < span.to; i++) {
    const type = tokens.type(i)
    if (type !== tokenTypes.Function && type !== tokenTypes.LeftParenthesis) continue
    const end = tokens.closing(i, span.to)
    const first = tokens.past(i + 1)
    if (type === tokenTypes.Function) {
      const text = tokens.text.slice(tokens.start(i), tokens.end(end))
      if (lackOf(text)) found.push({ name: abilityName(text), at: tokens.start(i) })
    } else if (
      tokens.type(first) === tokenTypes.Ident &&
      tokens.type(tokens.past(first + 1)) === tokenTypes.Colon
    ) {
      const text = tokens.slice({ from: first, to: end })
      if (lackOf(text)) found.push({ name: abilityName(text), at: tokens.start(first) })
    } else found.push(...askedIn(tokens, { from: i + 1, to: end }))
    i = end
  }
  return found
}
