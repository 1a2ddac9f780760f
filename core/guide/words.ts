import MarkdownIt from 'markdown-it'

const options = { html: false, linkify: true, breaks: false }
/** Markdown as people write words in it: HTML in it is text. */
export const markdown = new MarkdownIt(options)
/** The same for where nothing is fetched from elsewhere: a picture is a link to it. */
export const markdownOffline = new MarkdownIt(options).disable('image')

/**
 * A text in pieces: Markdown, and names of examples to be shown live where a fence marked `example` names
 * them, a line each.
 */
export function wordsParts(
  text: string,
): ({ is: 'markdown'; text: string } | { is: 'example'; name: string })[] {
  const lines = text.split('\n')
  const parts: ReturnType<typeof wordsParts> = []
  let at = 0
  const said = (to: number) => {
    const piece = lines.slice(at, to).join('\n')
    if (piece.trim()) parts.push({ is: 'markdown', text: piece })
  }
  for (const token of markdown.parse(text, {})) {
    if (token.type !== 'fence' || token.level !== 0 || token.info.trim() !== 'example' || !token.map) continue
    said(token.map[0])
    for (const name of token.content
      .split('\n')
      .map((text) => text.trim())
      .filter(Boolean))
      parts.push({ is: 'example', name })
    at = token.map[1]
  }
  said(lines.length)
  return parts
}
