import DOMPurify from 'dompurify'
import MarkdownIt from 'markdown-it'

const markdown = new MarkdownIt({ html: false, linkify: true, breaks: false })

/** Markdown as safe HTML: no HTML of its own gets through, and what is made is cleaned once more. */
export const renderMarkdown = (text: string): string =>
  DOMPurify.sanitize(markdown.render(text), { ADD_ATTR: ['target'], FORBID_TAGS: ['img', 'style', 'form'] })

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

/** A moment as people say it. */
export function ago(moment: Date): string {
  const minutes = Math.round((Date.now() - moment.getTime()) / 60_000)
  if (minutes < 1) return 'just now'
  if (minutes < 60) return `${minutes} min ago`
  if (minutes < 60 * 24) return `${Math.round(minutes / 60)} h ago`
  if (minutes < 60 * 24 * 30) return `${Math.round(minutes / 60 / 24)} days ago`
  return moment.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
}

const numbers = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]
/** Small numbers in words, as in a sentence; larger ones in digits. */
export const count = (n: number): string => numbers[n] ?? String(n)
export const plural = (n: number, text: string, many = `${text}s`): string =>
  `${count(n)} ${n === 1 ? text : many}`

export const bytes = (n: number): string =>
  n < 1000 ? `${n} B` : n < 1e6 ? `${(n / 1000).toFixed(1)} kB` : `${(n / 1e6).toFixed(1)} MB`
