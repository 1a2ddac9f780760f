import {
  compileScript,
  compileStyleAsync,
  compileTemplate,
  parse,
  registerTS,
  rewriteDefault,
  type SFCDescriptor,
  type SFCStyleBlock,
} from '@vue/compiler-sfc'
import ts from 'typescript'
import { membersOf, type Contract } from '../../contract/contract'
import { CompileFailure, type CompiledFile, type CompileHelp } from '../file'
import { injected } from '../injected'
import { shortHash } from '../short-hash'
import { vueScript } from './script'

registerTS(() => ts)

/**
 * Compiles one file. Its styles go into the document when the module is loaded. Types of props may come from
 * other files. Where the compiler cannot follow a type, the props are those that were read into the contract.
 */
// eslint-disable-next-line max-lines-per-function -- the blocks of one file, each compiled with what the one before gave
export async function compileVue(
  path: string,
  text: string,
  { read, contract, style: cssOf }: CompileHelp,
): Promise<CompiledFile> {
  const { descriptor, errors } = parse(text, { filename: `/${path}` })
  const [error] = errors
  if (error) throw new CompileFailure(error.message, 'loc' in error && error.loc ? error.loc.start.line : 1)
  const id = shortHash(path)
  const scoped = descriptor.styles.some((style) => style.scoped)
  const lang = (descriptor.scriptSetup ?? descriptor.script)?.lang
  const script = scriptOf(descriptor, id, read, contract, text)
  const pieces = [script.code]
  if (descriptor.template && !descriptor.scriptSetup) {
    if (descriptor.template.lang && descriptor.template.lang !== 'html')
      throw new CompileFailure(
        `The template is written in ${descriptor.template.lang}, which is not read.`,
        descriptor.template.loc.start.line,
      )
    const template = compileTemplate({
      source: descriptor.template.content,
      ast: descriptor.template.ast,
      filename: path,
      id,
      scoped,
      slotted: descriptor.slotted,
      compilerOptions: { scopeId: scoped ? `data-v-${id}` : null },
    })
    const [wrong] = template.errors
    if (wrong)
      throw new CompileFailure(
        typeof wrong === 'string' ? wrong : wrong.message,
        typeof wrong === 'object' && 'loc' in wrong && wrong.loc
          ? wrong.loc.start.line
          : descriptor.template.loc.start.line,
      )
    pieces.push(
      template.code.replace(/export function render/, 'function __render'),
      '__component.render = __render',
    )
  }
  if (scoped) pieces.push(`__component.__scopeId = ${JSON.stringify(`data-v-${id}`)}`)
  for (const [i, style] of descriptor.styles.entries()) {
    const done = await compileStyleAsync({
      source: await styleOf(style, cssOf),
      filename: path,
      id: `data-v-${id}`,
      scoped: style.scoped ?? false,
      modules: !!style.module,
    })
    if (done.errors[0]) throw new CompileFailure(done.errors[0].message, style.loc.start.line)
    pieces.push(injected(done.code, `${id}-${i}`))
    if (style.module)
      pieces.push(
        '(__component.__cssModules ??= ' +
          `{})[${JSON.stringify(typeof style.module === 'string' ? style.module : '$style')}] = ` +
          `${JSON.stringify(done.modules ?? {})}`,
      )
  }
  return {
    code: `${pieces.join('\n')}\nexport default __component\n`,
    loader: lang === 'tsx' ? 'tsx' : lang === 'ts' ? 'ts' : 'js',
    map: script.map,
  }
}

/** What stands in a style block in CSS; a failure is told with its line in the file. */
async function styleOf(style: SFCStyleBlock, cssOf: CompileHelp['style']): Promise<string> {
  try {
    return await cssOf(style.content, style.lang ?? 'css')
  } catch (error) {
    if (!(error instanceof CompileFailure)) throw error
    throw new CompileFailure(error.message, style.loc.start.line + error.line - 1)
  }
}

function scriptOf(
  descriptor: SFCDescriptor,
  id: string,
  read: (path: string) => string | undefined,
  contract: Contract | undefined,
  text: string,
): { code: string; map: object | undefined } {
  if (!descriptor.script && !descriptor.scriptSetup) return { code: 'const __component = {}', map: undefined }
  const options = {
    id,
    inlineTemplate: !!descriptor.scriptSetup,
    genDefaultAs: '__component',
    fs: {
      fileExists: (path: string) => read(path.replace(/^\//, '')) !== undefined,
      readFile: (path: string) => read(path.replace(/^\//, '')),
    },
  }
  try {
    const { content, map } = compileScript(descriptor, options)
    return {
      code:
        descriptor.scriptSetup || /\b__component\b/.test(content)
          ? content
          : rewriteDefault(content, '__component'),
      map: map,
    }
  } catch (error) {
    const plain = contract && withPropsFrom(descriptor, text, contract)
    if (!plain)
      throw new CompileFailure(
        (error as Error).message.split('\n')[0]!.replace(/^\[@vue\/compiler-sfc\]\s*/, ''),
        (descriptor.scriptSetup ?? descriptor.script)!.loc.start.line,
      )
    try {
      const { content, map } = compileScript(
        parse(plain, { filename: descriptor.filename }).descriptor,
        options,
      )
      return { code: content, map: map }
    } catch (again) {
      throw new CompileFailure(
        (again as Error).message.split('\n')[0]!.replace(/^\[@vue\/compiler-sfc\]\s*/, ''),
        descriptor.scriptSetup!.loc.start.line,
      )
    }
  }
}

/**
 * The file with the types of its macros taken out, and props and events as the contract has them in their
 * place.
 */
function withPropsFrom(descriptor: SFCDescriptor, text: string, contract: Contract): string | undefined {
  const script = descriptor.scriptSetup && vueScript(descriptor.filename, text)
  if (!script) return undefined
  const source = ts.createSourceFile('script.ts', script.text, ts.ScriptTarget.Latest, true, script.kind)
  const edits: { from: number; to: number; text: string }[] = []
  const props = membersOf(contract, 'prop')
    .filter((member) => member.known === 'declared')
    .map(
      (member) =>
        `${JSON.stringify(member.name)}: { type: ${member.type.is === 'boolean' ? 'Boolean' : 'null'} }`,
    )
  const events = membersOf(contract, 'event').map((member) => JSON.stringify(member.name))
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && node.typeArguments?.length && ts.isIdentifier(node.expression)) {
      const given: Record<string, string> = {
        defineProps: `{ ${props.join(', ')} }`,
        defineEmits: `[${events.join(', ')}]`,
      }
      const instead = given[node.expression.text]
      if (instead !== undefined) edits.push({ from: node.expression.end, to: node.end, text: `(${instead})` })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  // offsets of the blanked script are those of the file, as long as no generic parameters were written in
  if (typeof descriptor.scriptSetup?.attrs.generic === 'string') return undefined
  return edits
    .toSorted((a, b) => b.from - a.from)
    .reduce((all, edit) => all.slice(0, edit.from) + edit.text + all.slice(edit.to), text)
}
