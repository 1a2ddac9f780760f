import { membersOf, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import { firstValue, filledValue } from '../contract/first-value'
import { choicesOf, type TypeModel } from '../contract/type'
import { isElement } from '../languages/languages'
import { escapeAttribute, escapeText } from './html'
import { isProvider } from './remedy'
import { firstUsage } from './showing'
import type { Filling, Usage, Within } from './usage'

/**
 * Props that say by their name that something is to be seen; what opens is closed until one of them is set.
 */
const opening = /^(is|default|model)?-?(open(ed)?|visible|shown?|expanded|active|value|in|present)$/i
/** Names of props whose values are seen, beside those that are required. */
const seen =
  /^(items?|options?|data|rows?|columns?|entries|list|tabs|steps|choices|values?|src|label|title|name)$/i
/** The most ways that are tried: each takes a moment, and somebody waits. */
const most = 9

/**
 * Ways to show a component that nobody has shown yet, the plainest first. What each is worth is known when it
 * is tried: the first that shows something is taken. `others` are the contracts of the library, in which a
 * part finds what it stands in, and a whole its parts.
 */
export function firstShowings(contract: Contract, title: string, others: readonly Contract[]): Usage[] {
  const plain = firstUsage(contract, title)
  const filled = withValues(contract, plain, ({ name, default: value }) => seen.test(name) && isUnset(value))
  const open = openedProps(contract)
  const parts = partsOf(contract, others)
  const around = wholesOf(contract, others)
  const slotless: Usage = { ...filled, slots: {} }
  const ways: Usage[] = [
    plain,
    ...(parts ? [{ ...filled, slots: { ...filled.slots, '': parts } }] : []),
    ...(Object.keys(open).length ? [{ ...filled, props: { ...filled.props, ...open } }] : []),
    filled,
    ...around.flatMap((within) => [
      { ...plain, within },
      { ...filled, props: { ...filled.props, ...open }, within },
    ]),
    ...(plain.slots[''] ? [withElement(plain, title), slotless] : []),
    // what nobody declared may be shown all the same: by an element without a tree of its own, by what is
    // handed on
    ...(!hasDefaultSlot(contract)
      ? [{ ...plain, slots: { ...plain.slots, '': { is: 'text' as const, text: title } } }]
      : []),
    withValues(contract, { ...filled, props: { ...filled.props, ...open } }, isOfText),
    withValues(contract, slotless, isOfText),
  ]
  const told = new Map(ways.map((usage) => [JSON.stringify(usage), usage]))
  return [...told.values()].slice(0, most)
}

/**
 * What a component is to be put into by its failure, which names another of the library; nothing where it
 * names none that is not there. Of several the longest name is meant: those of others may be part of it.
 */
export function askedAround(
  contract: Contract,
  { within = [] }: Usage,
  failure: string,
  others: readonly Contract[],
): Within | undefined {
  const words = new Set(failure.split(/[^\w-]+/))
  const [asked] = others
    .filter((other) => other.language === contract.language && words.has(other.tag) && takesContent(other))
    .filter(({ tag }) => tag !== contract.tag && !within.some((around) => around.tag === tag))
    .sort((a, b) => b.tag.length - a.tag.length)
  return asked && { tag: asked.tag, usage: withoutContent(asked), slot: '' }
}

/**
 * A way of showing, in something more, or as it is where it stands in that already: a provider is put around
 * all else, what a component asks for itself stands next to it.
 */
export function putInto(usage: Usage, around: Within): Usage {
  const within = usage.within ?? []
  if (within.some(({ tag }) => tag === around.tag)) return usage
  return { ...usage, within: isProvider(around) ? [around, ...within] : [...within, around] }
}

const isUnset = (value: string | undefined): boolean =>
  value === undefined || /^(undefined|null|''|""|\[\]|\{\}|\(\) => (\[\]|\(\{\}\)))$/.test(value.trim())

const settable = (contract: Contract): Prop[] =>
  membersOf(contract, 'prop').filter((prop) => !prop.readonly && prop.known !== 'comment')

/** A usage in which more props have a value of their type, lists with entries in them. */
function withValues(contract: Contract, usage: Usage, which: (prop: Prop) => boolean): Usage {
  const values = settable(contract)
    .filter((prop) => isWorthFilling(prop.type) && (prop.required || which(prop)))
    .map((prop): [string, unknown] => [prop.name, filledValue(prop.type, prop.name)])
  return { ...usage, props: { ...usage.props, ...Object.fromEntries(values) } }
}

/** Whether a prop takes plain text or a number: of objects there are too many that say nothing. */
const isOfText = ({ type }: Prop): boolean =>
  type.is === 'string' ||
  type.is === 'number' ||
  (type.is === 'union' && type.of.some(({ is }) => is === 'string'))

/** What a value is made up for: not what changes behaviour alone, and not what no plain value can be. */
const isWorthFilling = (type: TypeModel): boolean =>
  type.is === 'union'
    ? type.of.some(isWorthFilling) && !choicesOf(type)
    : type.is === 'string' || type.is === 'number' || type.is === 'list' || type.is === 'object'

/** The props by which a component opens, set so that it is open. */
function openedProps(contract: Contract): Record<string, unknown> {
  const isBoolean = (type: TypeModel): boolean =>
    type.is === 'boolean' || (type.is === 'union' && type.of.some(isBoolean))
  return Object.fromEntries(
    settable(contract)
      .filter(
        ({ name, type, defaultValue }) => opening.test(name) && isBoolean(type) && defaultValue !== true,
      )
      .map(({ name }) => [name, true]),
  )
}

/** The words of a default slot as an element: some components take exactly one, and no text. */
const withElement = (usage: Usage, title: string): Usage => ({
  ...usage,
  slots: {
    ...usage.slots,
    '': { is: 'markup', markup: `<button type="button">${escapeText(title)}</button>` },
  },
})

/** What a name of a component is made of: `x-menu-item` and `MenuItem` are `menu`, `item`. */
const wordsOf = (tag: string): string[] =>
  tag
    .replace(/([a-z\d])([A-Z])/g, '$1-$2')
    .toLowerCase()
    .split(/[-_.]+/)
    .filter(Boolean)
const beginsWith = (words: readonly string[], first: readonly string[]): boolean =>
  words.length > first.length && first.every((word, i) => words[i] === word)

/** Components of which this one is a part by its name, or that it is put into by theirs, nearest first. */
function wholesOf(contract: Contract, others: readonly Contract[]): Within[][] {
  const own = wordsOf(contract.tag)
  const wholes = others
    .filter((other) => other.language === contract.language && takesContent(other))
    .map((other) => ({ other, words: wordsOf(other.tag) }))
    .filter(({ words }) => beginsWith(own, words) || isPluralOf(words, own))
    .sort((a, b) => b.words.length - a.words.length)
    .map(({ other }) => other)
  const stand = (chain: readonly Contract[]): Within[] =>
    chain.map((whole) => ({ tag: whole.tag, usage: withoutContent(whole), slot: '' }))
  const [nearest, next] = wholes
  return [
    ...(nearest ? [stand([nearest])] : []),
    ...(nearest && next ? [stand([next, nearest]), stand([next])] : []),
    ...wholesByItems(contract, nearest, others).map(stand),
    ...providersOf(contract, others).map((provider) => stand([provider])),
  ]
}

/** What a library puts around everything once, such as a theme; the first two. */
const providersOf = (contract: Contract, others: readonly Contract[]): Contract[] =>
  others
    .filter((other) => other !== contract && other.language === contract.language)
    .filter((other) => isProvider(other) && takesContent(other))
    .slice(0, 2)

/** `Tabs` and `TabList` hold a `Tab`; `RadioGroup` a `Radio`. */
function isPluralOf(words: readonly string[], own: readonly string[]): boolean {
  const same = words.length >= own.length && own.slice(0, -1).every((word, i) => words[i] === word)
  const last = own.at(-1)!
  if (!same || words.join() === own.join()) return false
  const rest = words.slice(own.length - 1)
  return rest[0] === `${last}s` || (rest[0] === last && /^(group|list|set|bar|box|row)$/.test(rest[1] ?? ''))
}

/** The whole, an item of it, and this in that: a body in an item of an accordion. */
function wholesByItems(
  contract: Contract,
  whole: Contract | undefined,
  others: readonly Contract[],
): Contract[][] {
  const item = whole && others.find((other) => isSameWords(other.tag, [...wordsOf(whole.tag), 'item']))
  return whole && item && item !== contract && takesContent(item) ? [[whole, item]] : []
}
const isSameWords = (tag: string, words: readonly string[]): boolean => wordsOf(tag).join() === words.join()

/** Whether something may stand in it: an element may hold anything, whatever becomes of that. */
const takesContent = (contract: Contract): boolean => isElement(contract) || hasDefaultSlot(contract)
const hasDefaultSlot = (contract: Contract): boolean =>
  membersOf(contract, 'slot').some(({ name }) => name === '') ||
  membersOf(contract, 'prop').some(({ name }) => name === 'children')

/** A whole with what it requires, open where it opens, and its content left to what stands in it. */
function withoutContent(whole: Contract): Usage {
  const { props } = firstUsage(whole, '')
  return { props: { ...props, ...openedProps(whole) }, slots: {} }
}

/** What a component holds that has parts by their names: two of the likeliest one. */
function partsOf(contract: Contract, others: readonly Contract[]): Filling | undefined {
  if (!takesContent(contract)) return undefined
  const own = wordsOf(contract.tag)
  const sought = others.find(({ tag }) => contract.companions?.includes(tag))
  const part =
    sought ??
    others
      .filter((other) => other.language === contract.language && other !== contract)
      .map((other) => ({ other, words: wordsOf(other.tag) }))
      .filter(({ words }) => isPart(own, words))
      .sort((a, b) => rankOf(a.words) - rankOf(b.words) || a.words.length - b.words.length)[0]?.other
  if (!part) return undefined
  if (!isElement(contract))
    return { is: 'component', tag: part.tag, usage: firstUsage(part, titled(part, own)), times: 2 }
  const attributes = settable(part)
    .filter(({ required, attribute, type }) => required && attribute && type.is === 'string')
    .map(
      ({ attribute, name }) =>
        ` ${attribute}="${escapeAttribute(String(firstValue({ is: 'string' }, name)))}"`,
    )
    .join('')
  const written = ['One', 'Two'].map((word) => `<${part.tag}${attributes}>${word}</${part.tag}>`)
  return { is: 'markup', markup: written.join('') }
}
const isPart = (own: readonly string[], words: readonly string[]): boolean =>
  (beginsWith(words, own) && words.length === own.length + 1) || isPluralOf(own, words)
const usualParts = ['item', 'option', 'panel', 'tab', 'step', 'row', 'button', 'body', 'content', 'header']
const rankOf = (words: readonly string[]): number => {
  const at = usualParts.indexOf(words.at(-1)!)
  return at < 0 ? usualParts.length : at
}
const titled = (part: Contract, own: readonly string[]): string =>
  wordsOf(part.tag).slice(own.length).join(' ') || part.tag
