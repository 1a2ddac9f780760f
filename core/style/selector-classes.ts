import { tokenTypes } from 'css-tree/tokenizer'
import { Tokens } from './sheet'

/** Classes that a selector names. */
export function classesIn(selector: string): string[] {
  const tokens = new Tokens(selector)
  const found: string[] = []
  for (let i = 0; i + 1 < tokens.length; i++)
    if (tokens.raw(i) === '.' && tokens.type(i + 1) === tokenTypes.Ident) found.push(tokens.name(i + 1))
  return found
}
