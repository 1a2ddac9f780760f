import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens } from './sheet'

/**
 * What stands between an element of a selector and the one before it; `deep` is what browsers do not know.
 */
export type Combinator = '' | ' ' | '>' | '+' | '~' | 'deep'

/** One element of a selector: what is said of it, and how it stands to the one before. */
export interface Compound {
  combinator: Combinator
  type?: string
  classes: string[]
  /** The names that each `::part()` on it asks for, in order. */
  parts: string[][]
  /** It is what the rule around is for (`&`; CSS Nesting 1, 3). */
  nests?: true
}

const isDeepName = (name: string): boolean => /^(?:v-)?deep$/i.test(name)

/**
 * The elements of each selector of a list (Selectors 4, 3): what stands in `:not()`, `:has()` and their
 * like is of other elements, or of fewer, and is left out. What reaches through shadow trees in source that
 * is compiled (`>>>`, `/deep/`, `:deep()`) is a combinator of its own.
 */
export const compoundsOf = (selectors: string): Compound[][] => new SelectorReader(selectors).read()

class SelectorReader {
  private readonly tokens: Tokens
  private readonly lists: Compound[][] = []
  private list: Compound[] = []
  private combinator: Combinator = ''
  /** The element whose conditions are being read. */
  private open: Compound | undefined
  /** Where what stands in `:deep()` ends. */
  private readonly deepEnds = new Set<number>()

  constructor(selectors: string) {
    this.tokens = new Tokens(selectors)
  }

  read(): Compound[][] {
    for (let i = 0; i < this.tokens.length; i++) i = this.readAt(i)
    this.end()
    return this.lists
  }

  /** Reads what begins at a token; the last token of it. */
  private readAt(i: number): number {
    const { tokens } = this
    const [type, raw] = [tokens.type(i), tokens.raw(i)]
    if (type === tokenTypes.Comma) this.end()
    else if (type === tokenTypes.WhiteSpace) {
      if (this.open) this.next(' ')
    } else if (isDeepCombinator(tokens, i)) {
      this.next('deep')
      return i + 2
    } else if (raw === '>' || raw === '+' || raw === '~') this.next(raw)
    else if (raw === '.') {
      this.element().classes.push(tokens.name(i + 1))
      return i + 1
    } else if (type === tokenTypes.Ident) this.readName(i)
    else if (type === tokenTypes.Function) return this.readFunction(i)
    else if (raw === '[') {
      this.element()
      return tokens.closing(i, tokens.length)
    } else if (raw === '&') this.element().nests = true
    else if (raw !== ':' && !this.deepEnds.has(i)) this.element()
    return i
  }

  private readName(i: number): void {
    const name = this.tokens.name(i)
    if (this.tokens.raw(i - 1) !== ':') this.element().type = name
    else if (isDeepName(name)) this.next('deep')
    else this.element()
  }

  private readFunction(i: number): number {
    const { tokens } = this
    const end = tokens.closing(i, tokens.length)
    if (isDeepName(tokens.name(i))) {
      this.next('deep')
      this.deepEnds.add(end)
      return i
    }
    const element = this.element()
    if (tokens.name(i) !== 'part') return end
    const names = Array.from({ length: end - i - 1 }, (_, n) => i + 1 + n)
    element.parts.push(
      names.filter((at) => tokens.type(at) === tokenTypes.Ident).map((at) => tokens.name(at)),
    )
    return end
  }

  private element(): Compound {
    if (!this.open) {
      this.open = { combinator: this.combinator, classes: [], parts: [] }
      this.list.push(this.open)
      this.combinator = ''
    }
    return this.open
  }

  /** The next element stands so to the one before; white space beside another combinator says nothing. */
  private next(between: Combinator): void {
    if (between === 'deep' || this.list.length > 0) this.combinator = between
    this.open = undefined
  }

  private end(): void {
    if (this.list.length) this.lists.push(this.list)
    this.list = []
    this.open = undefined
    this.combinator = ''
  }
}

/** `>>>` or `/deep/`. */
const isDeepCombinator = (tokens: Tokens, i: number): boolean =>
  tokens.raw(i) === '/'
    ? tokens.name(i + 1) === 'deep'
    : [i, i + 1, i + 2].every((at) => tokens.raw(at) === '>')
