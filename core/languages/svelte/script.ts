import { parse, type AST } from 'svelte/compiler'
import ts from 'typescript'
import { namesOfGeneric } from '../generic'

/** A Svelte component taken apart by Svelte's own compiler, or why it cannot be, with the line. */
export function svelteParts(
  path: string,
  text: string,
): { root: AST.Root; error?: undefined } | { root?: undefined; error: { text: string; line: number } } {
  try {
    return { root: parse(withoutOtherStyles(text), { filename: path, modern: true }) }
  } catch (error) {
    const { message, start } = error as { message: string; start?: { line: number } }
    return { error: { text: message.split('\n')[0]!, line: start?.line ?? 1 } }
  }
}

/**
 * A component without the styles that are in another language than CSS, on its own lines: what they say is
 * known once they are compiled.
 */
const withoutOtherStyles = (text: string): string =>
  text.replace(
    /(<style\b[^>]*\blang\s*=[^>]*>)([\s\S]*?)(?=<\/style\s*>)/g,
    (_all, opening: string, content: string) => opening + content.replace(/[^\n\r]/g, ' '),
  )

/** Where the content of a script or style block begins and ends. */
export function contentOf(
  block: AST.Script | AST.CSS.StyleSheet,
  text: string,
): { from: number; to: number } {
  if ('styles' in block.content) return { from: block.content.start, to: block.content.end }
  const opening = text.slice(block.start, block.end)
  // an attribute's value may hold a closing bracket; the last attribute ends before the one that closes
  const attributes = block.attributes as readonly { end: number }[]
  const after = attributes.at(-1)?.end ?? block.start
  return {
    from: text.indexOf('>', after) + 1,
    to: block.start + opening.lastIndexOf('</'),
  }
}

/** The value of an attribute that is plain text. */
export const textOf = (attribute: AST.Attribute | undefined): string | undefined => {
  const [only] = attribute && Array.isArray(attribute.value) ? attribute.value : []
  return only?.type === 'Text' ? only.data : undefined
}

const attributeOf = (block: AST.Script, name: string): string | undefined =>
  textOf(block.attributes.find((attribute) => attribute.name === name))

/** The scripts of a Svelte component, that of its module too, as one module on its own lines. */
export function svelteScript(path: string, text: string): { text: string; kind: ts.ScriptKind } | undefined {
  const { root } = svelteParts(path, text)
  const blocks = [root?.module, root?.instance]
    .filter((block): block is AST.Script => !!block)
    .sort((a, b) => a.start - b.start)
  if (blocks.length === 0) return undefined
  const blank = (from: number, to: number) => text.slice(from, to).replace(/[^\n\r]/g, ' ')
  let at = 0
  let script = ''
  for (const block of blocks) {
    const { from, to } = contentOf(block, text)
    const generic = attributeOf(block, 'generics')
    script += blank(at, from) + (generic ? namesOfGeneric(generic) : '') + text.slice(from, to)
    at = to
  }
  const isTyped = blocks.some((block) => /^(ts|typescript)$/.test(attributeOf(block, 'lang') ?? ''))
  return { text: script + blank(at, text.length), kind: isTyped ? ts.ScriptKind.TS : ts.ScriptKind.JS }
}
