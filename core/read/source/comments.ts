import ts from 'typescript'
import type { Claim } from '../../contract/member'
import type { SourceSet } from './source-set'

const textOf = (comment: string | ts.NodeArray<ts.JSDocComment> | undefined): string =>
  (ts.getTextOfJSDocComment(comment) ?? '').trim()

/** The words of a doc comment, without its tags. */
export const wordsOf = (node: ts.Node): string =>
  ts
    .getJSDocCommentsAndTags(node)
    .filter(ts.isJSDoc)
    .map((doc) => textOf(doc.comment))
    .filter(Boolean)
    .join('\n\n')

/** The text of a doc comment's tag: `''` for a tag without text, `undefined` where there is no such tag. */
export function tagText(node: ts.Node, ...names: string[]): string | undefined {
  const tag = ts.getJSDocTags(node).find((tag) => names.includes(tag.tagName.text))
  return tag && textOf(tag.comment)
}

/** `name=default - words` or `[name=default] words`, what follows a tag's `{type}`. */
const claimShape =
  /^(?:\[\s*(?<boxed>[^\]=\s]+)\s*(?:=\s*(?<default>[^\]]*?)\s*)?\]|(?<name>[^\s]+))?\s*(?:[-–—:]\s+)?(?<words>[\s\S]*)$/

/** The `{type}` at the start of a tag's text, braces inside it counted, and what follows. */
function splitType(text: string): { type?: string; rest: string } {
  if (!text.startsWith('{')) return { rest: text }
  let depth = 0
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '{') depth++
    else if (text[i] === '}' && --depth === 0)
      return { type: text.slice(1, i).trim(), rest: text.slice(i + 1).trim() }
  }
  return { rest: text }
}

/**
 * What a class comment's tags claim about members, asked for by the names of tags.
 * A tag for the default slot may leave the name out: `@slot - The news`.
 */
export function claimsOf(sources: SourceSet, node: ts.Node): (...names: string[]) => Claim[] {
  const tags = ts.getJSDocTags(node)
  return (...names) =>
    tags.flatMap((tag) => {
      if (!names.includes(tag.tagName.text)) return []
      const { type, rest } = splitType(rawTagText(tag))
      const nameless = /^[-–—]\s+([\s\S]*)$/.exec(rest)
      const shape = nameless ? undefined : claimShape.exec(rest)?.groups
      const claim: Claim = {
        name: shape?.boxed ?? shape?.name ?? '',
        text: (nameless ? nameless[1]! : (shape?.words ?? '')).trim(),
        place: sources.place(tag),
      }
      if (type) claim.type = type
      if (shape?.default) claim.default = shape.default.trim()
      return [claim]
    })
}

/** A tag's text as written: the parser moves `{type}` of tags it knows out of the comment. */
function rawTagText(tag: ts.JSDocTag): string {
  const source = tag.getSourceFile().text.slice(tag.tagName.end, tag.end)
  return source
    .replace(/\n\s*\*\s?/g, '\n')
    .replace(/\*\/\s*$/, '')
    .trim()
}
