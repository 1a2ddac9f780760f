import { compile, compileModule, preprocess, type AST } from 'svelte/compiler'
import ts from 'typescript'
import type { Written } from '../../read/places'
import { Lines } from '../../read/source/lines'
import type { SourceText } from '../../read/source/source-text'
import { noteText, rulesIn } from '../../read/written-parts'
import { CompileFailure, type CompiledFile, type CompileHelp, type LanguageFile } from '../file'
import { shortHash } from '../short-hash'
import { svelte } from './language'
import { contentOf, svelteParts, svelteScript, textOf } from './script'
import { walkTree, type TreeNode } from './walk'

export const svelteFile: LanguageFile = {
  endings: svelte.endings,
  script: svelteScript,
  sheets(path, text) {
    const { root } = svelteParts(path, text)
    if (!root?.css) return []
    const { from, to } = contentOf(root.css, text)
    return [{ content: text.slice(from, to), offset: from }]
  },
  expressions(path, text) {
    const found: string[] = []
    const { root } = svelteParts(path, text)
    if (root)
      walkTree(root.fragment, (node) => {
        if (/^(?:Binary|Call|Member)Expression$/.test(node.type)) found.push(text.slice(node.start, node.end))
        found.push(...setOnElement(node as SetOnElement, text))
      })
    return found
  },
  written: writtenInSvelte,
  async compile(path, text, { style }) {
    const plain = await withPlainStyles(text, style)
    return compiled(path, () => compile(plain, optionsFor(path)))
  },
  isModule: (path) => /\.svelte\.[jt]s$/.test(path),
  compileModule: (path, text) => compiled(path, () => compileModule(withoutTypes(text), { filename: path })),
}

/** What is set on an element, as far as it is asked for here. */
type SetOnElement = TreeNode &
  Partial<Pick<AST.Attribute, 'value'>> & { name?: string; expression?: TreeNode | null }

/** What is set on an element as an expression: mixed text as a template, `class:wide={on}` as an entry. */
function setOnElement({ type, name, value, expression }: SetOnElement, text: string): string[] {
  const written = ({ start, end }: TreeNode) => text.slice(start, end)
  if (type === 'ExpressionTag' && expression) return [written(expression)]
  if (type === 'ClassDirective' && expression) return [`{ '${name}': ${written(expression)} }`]
  if (type !== 'Attribute' || !Array.isArray(value) || value.length < 2) return []
  const pieces = value.map((piece) =>
    piece.type === 'Text'
      ? piece.data.replace(/[`\\$]/g, '')
      : `\${${written(piece.expression as TreeNode)}}`,
  )
  return [`\`${pieces.join('')}\``]
}

/** A component whose styles are in CSS, with what they import put in. */
const withPlainStyles = async (text: string, cssOf: CompileHelp['style']): Promise<string> =>
  (
    await preprocess(text, {
      style: async ({ content, attributes: { lang } }) => ({
        code: await cssOf(content, typeof lang === 'string' ? lang : 'css'),
      }),
    })
  ).code

/**
 * Looks go with the component and into the document when it is shown; nothing says when they are asked for.
 */
const optionsFor = (path: string) => ({
  filename: path,
  generate: 'client' as const,
  css: 'injected' as const,
  cssHash: () => `svelte-${shortHash(path)}`,
})

/** Throws a {@link CompileFailure} where Svelte's compiler finds something wrong. */
async function compiled(
  path: string,
  run: () => { js: { code: string; map: object } },
): Promise<CompiledFile> {
  try {
    const { js } = run()
    return { code: js.code, loader: 'js', map: js.map }
  } catch (error) {
    const { message, start } = error as { message: string; start?: { line: number } }
    throw new CompileFailure(message.split('\n')[0] ?? `${path} does not compile`, start?.line ?? 1)
  }
}

const withoutTypes = (text: string): string =>
  ts.transpileModule(text, {
    compilerOptions: { target: ts.ScriptTarget.ESNext, verbatimModuleSyntax: true },
  }).outputText

function writtenInSvelte(file: SourceText, written: Written): void {
  const { root } = svelteParts(file.path, file.text)
  if (!root) return
  const lines = new Lines(file.text)
  walkTree(root.fragment, (node) => {
    const place = { file: file.path, line: lines.before(node.start) + 1 }
    if (node.type === 'Fragment') {
      for (const child of (node as unknown as AST.Fragment).nodes) {
        if (child.type !== 'Text') continue
        const before = child.data.length - child.data.trimStart().length
        noteText(written, child.data, { ...place, line: lines.before(child.start + before) + 1 })
      }
      return
    }
    if (!/^(?:Regular|Svelte)?(?:Element|Component)$/.test(node.type)) return
    const attributesOf = (node as unknown as { attributes: Parameters<typeof textOf>[0][] }).attributes
    for (const attribute of attributesOf) {
      const text = attribute?.type === 'Attribute' ? textOf(attribute) : undefined
      if (text !== undefined) noteText(written, text, place, attribute!.name)
    }
    if (node.type !== 'RegularElement') return
    const { name, attributes } = node as unknown as {
      name: string
      attributes: Parameters<typeof textOf>[0][]
    }
    written.elements.push({
      tag: name,
      attributes: Object.fromEntries(
        attributes.flatMap((attribute) => {
          const text = attribute?.type === 'Attribute' ? textOf(attribute) : undefined
          return text === undefined ? [] : [[attribute!.name, text]]
        }),
      ),
      place: { file: file.path, line: lines.before(node.start) + 1 },
    })
  })
  if (!root.css) return
  const { from, to } = contentOf(root.css, file.text)
  rulesIn(file.text.slice(from, to), file, from, written)
}
