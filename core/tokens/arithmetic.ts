import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens } from '../style/sheet'

/** A number, with the unit it is in; none where it is a plain one. */
interface Amount {
  value: number
  unit: string
}

/**
 * What a sum, a difference, a product or a quotient comes to, in one unit: `8px * 2` is `16px`, as in the
 * older spelling of token files, and as `calc()` has it (CSS Values 4, section 10.1). Nothing where it
 * cannot be told without a page (`1rem + 2px`), or is none. Of two in the same unit the second counts as the
 * number that it was before everything had a unit: `8px * 2px`.
 */
export function workedOut(text: string): string | undefined {
  if (text.length > 500 || !/[-+*/(]/.test(text)) return undefined
  const sum = new Sum(new Tokens(text))
  const amount = sum.whole()
  return amount && Number.isFinite(amount.value)
    ? `${Math.round(amount.value * 1e6) / 1e6}${amount.unit}`
    : undefined
}

/** Deeper than anybody nests brackets. */
const deepest = 20

class Sum {
  private at = 0
  constructor(private readonly tokens: Tokens) {}

  whole(): Amount | undefined {
    const amount = this.sum(0)
    this.skipSpace()
    return this.at === this.tokens.length ? amount : undefined
  }

  private sum(depth: number): Amount | undefined {
    let left = this.product(depth)
    for (let sign = this.sign('+-'); left && sign; sign = this.sign('+-')) {
      const right = this.product(depth)
      if (right?.unit !== left.unit) return undefined
      left = { ...left, value: left.value + (sign === '+' ? right.value : -right.value) }
    }
    return left
  }

  private product(depth: number): Amount | undefined {
    let left = this.factor(depth)
    for (let sign = this.sign('*/'); left && sign; sign = this.sign('*/')) {
      const right = this.factor(depth)
      if (!right || (right.unit && right.unit !== left.unit && (left.unit || sign === '/'))) return undefined
      left = {
        value: sign === '*' ? left.value * right.value : left.value / right.value,
        unit: left.unit || right.unit,
      }
    }
    return left
  }

  private factor(depth: number): Amount | undefined {
    this.skipSpace()
    const { tokens, at } = this
    const type = tokens.type(at)
    const raw = tokens.raw(at)
    this.at++
    if (type === tokenTypes.Number) return { value: Number(raw), unit: '' }
    if (type === tokenTypes.Percentage) return { value: Number.parseFloat(raw), unit: '%' }
    if (type === tokenTypes.Dimension) {
      const value = Number.parseFloat(raw)
      return { value, unit: raw.replace(/^[-+]?(?:\d*\.)?\d+(?:e[-+]?\d+)?/i, '') }
    }
    const opens =
      type === tokenTypes.LeftParenthesis ||
      (type === tokenTypes.Function && tokens.name(at).toLowerCase() === 'calc')
    if (!opens || depth >= deepest) return undefined
    const inner = this.sum(depth + 1)
    this.skipSpace()
    return tokens.type(this.at++) === tokenTypes.RightParenthesis ? inner : undefined
  }

  /** One of some signs, where it stands next; it is passed over. */
  private sign(signs: string): string | undefined {
    this.skipSpace()
    const raw = this.tokens.raw(this.at)
    if (this.tokens.type(this.at) !== tokenTypes.Delim || !signs.includes(raw)) return undefined
    this.at++
    return raw
  }

  private skipSpace(): void {
    while (this.tokens.type(this.at) === tokenTypes.WhiteSpace) this.at++
  }
}
