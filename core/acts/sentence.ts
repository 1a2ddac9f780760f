import { actsSchema, keyPattern, mostActs, type Act, type Outcome, type Target } from './act'

const ordinals = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
]
/** `21st`, `112th`. */
const endings: Record<string, string> = { one: 'st', two: 'nd', few: 'rd', other: 'th' }
const ordinalRules = new Intl.PluralRules('en', { type: 'ordinal' })
const sayOrdinal = (nth: number): string => ordinals[nth - 1] ?? `${nth}${endings[ordinalRules.select(nth)]}`
const quote = (text: string): string => `“${text.replace(/[\\”]/g, '\\$&')}”`

/** `the second button “Open”`; the first of those alike is not counted. */
export function sayTarget(target: Target): string {
  const nth = target.nth ?? 1
  const which = nth === 1 ? '' : `${sayOrdinal(nth)} `
  if ('role' in target)
    return `the ${which}${target.role}${target.name === undefined ? '' : ` ${quote(target.name)}`}`
  if ('part' in target) return `the ${which}part ${quote(target.part)}`
  if ('slot' in target) return `the ${which}slot ${quote(target.slot || 'default')}`
  return `the ${which}text ${quote(target.text)}`
}

export function sayAct(act: Act): string {
  switch (act.do) {
    case 'press':
      return `press ${sayTarget(act.on)}`
    case 'point':
      return `point at ${sayTarget(act.on)}`
    case 'type':
      return act.text === ''
        ? `empty ${sayTarget(act.on)}`
        : `type ${quote(act.text)} into ${sayTarget(act.on)}`
    case 'key':
      return `press ${act.key}`
    case 'drag':
      return `drag ${sayTarget(act.on)} onto ${sayTarget(act.onto)}`
    case 'wait': {
      const more = [
        act.has === undefined ? undefined : `it has ${act.has} ${act.has === 1 ? 'entry' : 'entries'}`,
        act.says === undefined ? undefined : `it says ${quote(act.says)}`,
      ].filter(Boolean)
      return `wait for ${sayTarget(act.for)}${more.length ? `: ${more.join(' and ')}` : ''}`
    }
    case 'gone':
      return `wait until ${sayTarget(act.for)} is gone`
  }
}

/** Acts as one sentence: `Press the button “Open”, wait for the listbox: it has 3 entries.` */
export function sayActs(acts: readonly Act[]): string {
  const text = acts.map(sayAct).join(', ')
  return text && `${text[0]!.toUpperCase()}${text.slice(1)}.`
}

/** Why an act came to nothing, and what was there instead: `there is no button “Opn”; there is …`. */
export const sayFailed = ({ why, instead }: NonNullable<Outcome['failed']>): string =>
  instead.length ? `${why}; there is ${instead.join(', ')}` : why

/** The same of a whole way, with how far it came. */
export function sayMissed({ done, failed }: Outcome): string {
  if (!failed) return ''
  const after = done === 0 ? '' : `, after ${done === 1 ? 'one act' : `${done} acts`}`
  return `${sayFailed(failed)}${after}.`
}

/** A word of a sentence, or a quoted text, and where it begins. */
interface Word {
  text: string
  isQuoted: boolean
  at: number
}
/** Why a sentence could not be read, and where: characters from its beginning. */
export interface Misread {
  says: string
  at: number
}

/** Where a sentence could not be read, and why: `At “many”: a number belongs here.` */
export function sayMisread(sentence: string, { says, at }: Misread): string {
  const word = wordsOf(sentence).find((candidate) => candidate.at >= at)
  return `At ${word ? `“${word.text}”` : 'its end'}: ${says}.`
}

const wordPattern = /“((?:[^\\”]|\\.)*)”|"((?:[^\\"]|\\.)*)"|([^\s,:.“"]+(?:\.[^\s,:.“"]+)*)|([,:.])/gsu

function wordsOf(sentence: string): Word[] {
  return [...sentence.matchAll(wordPattern)].map((match) => {
    const quoted = match[1] ?? match[2]
    return quoted === undefined
      ? { text: match[0], isQuoted: false, at: match.index }
      : { text: quoted.replace(/\\(.)/gsu, '$1'), isQuoted: true, at: match.index }
  })
}

class Reader {
  private at = 0
  private readonly words: Word[]
  constructor(private readonly sentence: string) {
    this.words = wordsOf(sentence)
  }
  get isDone(): boolean {
    return this.at >= this.words.length
  }
  /** Whether the next word is one of these, which is taken then. */
  take(...texts: string[]): boolean {
    const word = this.words[this.at]
    const isSo = word !== undefined && !word.isQuoted && texts.includes(word.text.toLowerCase())
    if (isSo) this.at++
    return isSo
  }
  expect(...texts: string[]): void {
    if (!this.take(...texts)) this.fail(`“${texts.join('” or “')}” belongs here`)
  }
  word(what: string): string {
    const word = this.words[this.at]
    if (!word || word.isQuoted || /^[,:.]$/.test(word.text)) return this.fail(`${what} belongs here`)
    this.at++
    return word.text
  }
  quoted(what: string): string {
    const word = this.words[this.at]
    if (!word?.isQuoted) return this.fail(`${what} belongs here, in quotes`)
    this.at++
    return word.text
  }
  maybeQuoted(): string | undefined {
    return this.words[this.at]?.isQuoted ? this.quoted('') : undefined
  }
  count(): number {
    const text = this.word('a number')
    return /^\d{1,4}$/.test(text) ? Number(text) : this.fail('a number belongs here', -1)
  }
  /** After an act comes another or the end. */
  endAct(): void {
    if (!this.isDone) this.expect(',', '.', 'then')
    this.take('then', 'and')
  }
  /** The word that was just taken stands there once more. */
  again(): this {
    this.at--
    return this
  }
  fail(says: string, by = 0): never {
    throw new MisreadError(says, this.words[this.at + by]?.at ?? this.sentence.length)
  }
}
class MisreadError extends Error {
  constructor(
    readonly says: string,
    readonly at: number,
  ) {
    super(says)
  }
}

function readTarget(reader: Reader): Target {
  reader.expect('the')
  const first = reader.word('a role, or “part”, “slot” or “text”').toLowerCase()
  const nth = ordinals.indexOf(first) + 1 || Number(/^(\d{1,3})(?:st|nd|rd|th)$/.exec(first)?.[1] ?? 0)
  const kind = nth ? reader.word('a role, or “part”, “slot” or “text”').toLowerCase() : first
  const more = nth > 1 ? { nth } : {}
  switch (kind) {
    case 'part':
      return { part: reader.quoted('the name of a part'), ...more }
    case 'slot': {
      const name = reader.quoted('the name of a slot')
      return { slot: name === 'default' ? '' : name, ...more }
    }
    case 'text':
      return { text: reader.quoted('the text'), ...more }
  }
  if (!/^[a-z]+$/.test(kind)) return reader.fail('a role belongs here', -1)
  const name = reader.maybeQuoted()
  return { role: kind, ...(name === undefined ? {} : { name }), ...more }
}

function readPress(reader: Reader): Act {
  const word = reader.word('what is pressed')
  if (word.toLowerCase() === 'the') return { do: 'press', on: readTarget(reader.again()) }
  return keyPattern.test(word) ? { do: 'key', key: word } : reader.fail(`“${word}” is no key`, -1)
}

function readWait(reader: Reader): Act {
  if (reader.take('until')) {
    const target = readTarget(reader)
    reader.expect('is')
    reader.expect('gone')
    return { do: 'gone', for: target }
  }
  reader.expect('for', 'until')
  const act: Extract<Act, { do: 'wait' }> = { do: 'wait', for: readTarget(reader) }
  if (!reader.take(':')) return act
  do {
    reader.expect('it')
    if (reader.take('says')) act.says = reader.quoted('what it says')
    else {
      reader.expect('has', 'says')
      act.has = reader.count()
      reader.expect('entries', 'entry')
    }
  } while (reader.take('and'))
  return act
}

function readAct(reader: Reader): Act {
  if (reader.take('press')) return readPress(reader)
  if (reader.take('point')) {
    reader.expect('at')
    return { do: 'point', on: readTarget(reader) }
  }
  if (reader.take('type')) {
    const text = reader.quoted('what is typed')
    reader.expect('into')
    return { do: 'type', text, on: readTarget(reader) }
  }
  if (reader.take('empty')) return { do: 'type', text: '', on: readTarget(reader) }
  if (reader.take('drag')) {
    const on = readTarget(reader)
    reader.expect('onto')
    return { do: 'drag', on, onto: readTarget(reader) }
  }
  if (reader.take('wait')) return readWait(reader)
  return reader.fail('“press”, “point at”, “type”, “empty”, “drag” or “wait” belongs here')
}

/**
 * Reads a sentence as `sayActs` says it; straight quotes do as well, and words in any case. Says where it could
 * not be read.
 */
export function readActs(sentence: string): { acts: Act[] } | { misread: Misread } {
  const reader = new Reader(sentence)
  const acts: Act[] = []
  try {
    while (!reader.isDone) {
      acts.push(readAct(reader))
      reader.endAct()
    }
  } catch (error) {
    if (error instanceof MisreadError) return { misread: { says: error.says, at: error.at } }
    throw error
  }
  if (acts.length > mostActs)
    return { misread: { says: `a way has ${mostActs} acts at most`, at: sentence.length } }
  const read = actsSchema.safeParse(acts)
  return read.success ? { acts } : { misread: { says: 'a text in it is empty or too long', at: 0 } }
}
