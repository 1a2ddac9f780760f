import { tokenTypes } from 'css-tree/tokenizer'
import ts from 'typescript'
import type { Written } from '../../read/places'
import { Lines } from '../../read/source/lines'
import type { SourceText } from '../../read/source/source-text'
import { walk } from '../../read/source/walk'
import { expressionOf, namesIn, noteText, rulesIn } from '../../read/written-parts'
import { Tokens, walkSheet } from '../../style/sheet'
import { vueParts } from './script'

/** The markup and rules of a Vue single-file component, and what feeds its custom properties. */
// eslint-disable-next-line max-lines-per-function -- one question asked of each part of a file
export function writtenInVue(file: SourceText, written: Written): void {
  const { descriptor } = vueParts(file.path, file.text)
  const visit = (node: unknown): void => {
    if (typeof node !== 'object' || node === null) return
    const { tag, props, children, branches, loc } = node as {
      tag?: string
      props?: { type: number; name: string; value?: { content: string } }[]
      children?: unknown[]
      branches?: unknown[]
      loc?: { start: { line: number } }
    }
    for (const prop of props ?? []) {
      const bound = prop as {
        type: number
        name: string
        exp?: { content?: string; loc?: { start: { line: number } } }
      }
      if (bound.type !== 7 || bound.name !== 'bind' || !bound.exp?.content?.includes('--')) continue
      walk(expressionOf(bound.exp.content), (node) => {
        if (
          ts.isPropertyAssignment(node) &&
          ts.isStringLiteralLike(node.name) &&
          node.name.text.startsWith('--')
        )
          written.feeds.push({
            property: node.name.text,
            names: namesIn(node.initializer),
            place: { file: file.path, line: bound.exp!.loc?.start.line ?? 1 },
          })
      })
    }
    if (tag && loc)
      written.elements.push({
        tag,
        attributes: Object.fromEntries(
          (props ?? [])
            .filter((prop) => prop.type === 6)
            .map((prop) => [prop.name, prop.value?.content ?? '']),
        ),
        place: { file: file.path, line: loc.start.line },
      })
    const { type, content } = node as { type?: number; content?: unknown }
    // a node of text in the tree of Vue's compiler
    if (type === 2 && typeof content === 'string' && loc)
      noteText(written, content, { file: file.path, line: loc.start.line })
    for (const { type: kind, name, value } of tag ? (props ?? []) : [])
      if (kind === 6 && value && loc)
        noteText(written, value.content, { file: file.path, line: loc.start.line }, name)
    for (const child of [...(children ?? []), ...(branches ?? [])]) visit(child)
  }
  descriptor.template?.ast?.children.forEach(visit)
  const lines = new Lines(file.text)
  for (const style of descriptor.styles) {
    rulesIn(style.content, file, style.loc.start.offset, written)
    // Vue's `v-bind()` in CSS becomes a custom property with a made-up name
    const tokens = new Tokens(style.content)
    walkSheet(tokens, {
      rule: () => undefined,
      ruleEnd: () => undefined,
      declaration: (property, at, value) => {
        for (let i = value.from; i < value.to; i++) {
          if (tokens.type(i) !== tokenTypes.Function || tokens.name(i) !== 'v-bind') continue
          const inside = tokens.slice({ from: i + 1, to: tokens.closing(i, value.to) })
          written.feeds.push({
            property,
            names: namesIn(expressionOf(inside.replace(/^(["'])(.*)\1$/s, '$2'))),
            place: { file: file.path, line: lines.before(style.loc.start.offset + at) + 1 },
          })
        }
      },
    })
  }
}
