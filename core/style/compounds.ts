import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens } from './sheet'

/** What stands between an element of a selector and the one before it; `deep` is what browsers do not know. */
export type Combinator = '' | ' ' | '>' | '+' | '~' | 'deep'

/** One element of a selector: what is said of it, and how it stands to the one before. */
export interface Compound {
  combinator: Combinator
  type?: string
  classes: string[]
  /** The names that each `::part()` on it asks for, in order. */
  parts: string[][]
}

const isDeepName = (name: string): boolean => /^(?:v-)?deep$/i.test(name)

/**
 * The elements of each selector of a list (Selectors 4, 3): what stands in `:not()`, `:has()` and their like is
 * of other elements, or of fewer, and is left out. What reaches through shadow trees in source that is compiled
 * (`>>>`, `/deep/`, `:deep()`) is a combinator of its own.
 */
export function compoundsOf(selectors: string): Compound[][] {
  const tokens = new Tokens(selectors)
  const lists: Compound[][] = []
  let list: Compound[] = []
  let combinator: Combinator = ''
  let open: Compound | undefined
  const at = (): Compound => {
    if (!open) {
      open = { combinator, classes: [], parts: [] }
      list.push(open)
      combinator = ''
    }
    return open
  }
  const next = (between: Combinator) => {
    if (open || combinator === '' || combinator === ' ') combinator = list.length || open ? between : ''
    if (between === 'deep') combinator = 'deep'
    open = undefined
  }
  const end = () => {
    if (list.length) lists.push(list)
    ;[list, open, combinator] = [[], undefined, '']
  }
  const deepEnds = new Set<number>()
  for (let i = 0; i < tokens.length; i++) {
    const [type, raw] = [tokens.type(i), tokens.raw(i)]
    const isPseudo = tokens.raw(i - 1) === ':'
    if (type === tokenTypes.Comma) end()
    else if (type === tokenTypes.WhiteSpace) {
      if (open) next(' ')
    } else if (raw === '>' && tokens.raw(i + 1) === '>' && tokens.raw(i + 2) === '>') {
      next('deep')
      i += 2
    } else if (raw === '/' && tokens.name(i + 1) === 'deep') {
      next('deep')
      i += 2
    } else if (raw === '>' || raw === '+' || raw === '~') next(raw)
    else if (raw === '.') at().classes.push(tokens.name(++i))
    else if (type === tokenTypes.Ident && isPseudo) {
      if (isDeepName(tokens.name(i))) next('deep')
      else at()
    } else if (type === tokenTypes.Ident) at().type = tokens.name(i)
    else if (type === tokenTypes.Function && tokens.name(i) === 'part') {
      const close = tokens.closing(i, tokens.length)
      const names: string[] = []
      for (let name = i + 1; name < close; name++)
        if (tokens.type(name) === tokenTypes.Ident) names.push(tokens.name(name))
      at().parts.push(names)
      i = close
    } else if (type === tokenTypes.Function && isDeepName(tokens.name(i))) {
      next('deep')
      deepEnds.add(tokens.closing(i, tokens.length))
    } else if (deepEnds.has(i)) continue
    else if (type === tokenTypes.Function || raw === '[') {
      at()
      i = tokens.closing(i, tokens.length)
    } else if (raw !== ':') at()
  }
  end()
  return lists
}
