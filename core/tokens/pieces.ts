/** Text divided at the top: what stands in brackets, braces or quotes is never divided. */
function dividedAt(text: string, isDivider: (character: string) => boolean): string[] {
  const pieces: string[] = []
  let [piece, depth, quote] = ['', 0, '']
  for (const character of text) {
    if (quote) quote = character === quote ? '' : quote
    else if (character === '"' || character === "'") quote = character
    else if ('({['.includes(character)) depth++
    else if (')}]'.includes(character)) depth--
    if (depth === 0 && !quote && isDivider(character)) {
      pieces.push(piece.trim())
      piece = ''
    } else piece += character
  }
  return [...pieces, piece.trim()]
}

/** The words of a text, as CSS divides the parts of a shorthand. */
export const wordsIn = (text: string): string[] =>
  dividedAt(text, (character) => /\s/.test(character)).filter((word) => word !== '')

/** The entries of a list with commas between. */
export const entriesIn = (text: string): string[] => dividedAt(text, (character) => character === ',')
