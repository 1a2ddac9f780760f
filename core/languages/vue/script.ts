import { parse, type SFCBlock, type SFCDescriptor } from '@vue/compiler-sfc'
import ts from 'typescript'
import { namesOfGeneric } from '../generic'

/**
 * A Vue single-file component taken apart by Vue's own compiler. Errors are those of its syntax; where the
 * compiler itself fails over it, that is the error, and it has no parts.
 */
export function vueParts(
  path: string,
  text: string,
): { descriptor: SFCDescriptor; errors: { text: string; line: number }[] } {
  try {
    const { descriptor, errors } = parsed(path, text)
    return {
      descriptor,
      errors: errors.map((error) => ({
        text: error.message,
        line: 'loc' in error && error.loc ? error.loc.start.line : 1,
      })),
    }
  } catch (error) {
    const { descriptor } = parsed(path, '')
    return {
      descriptor,
      errors: [{ text: `Vue's compiler fails over it: ${(error as Error).message}`, line: 1 }],
    }
  }
}

const parsed = (path: string, text: string) =>
  parse(text, { filename: path, sourceMap: false, ignoreEmpty: false })

/**
 * The script of a Vue single-file component as a module of its own, on its own lines: all that is
 * not script is blank. `undefined` where there is none.
 */
export function vueScript(path: string, text: string): { text: string; kind: ts.ScriptKind } | undefined {
  const { descriptor } = vueParts(path, text)
  const blocks = [descriptor.script, descriptor.scriptSetup]
    .filter((block): block is NonNullable<typeof block> => block !== null && block.src === undefined)
    .sort((a: SFCBlock, b: SFCBlock) => a.loc.start.offset - b.loc.start.offset)
  if (blocks.length === 0) return undefined
  const blank = (from: number, to: number) => text.slice(from, to).replace(/[^\n\r]/g, ' ')
  let at = 0
  let script = ''
  for (const block of blocks) {
    const { loc } = block
    script +=
      blank(at, loc.start.offset) +
      (typeof block.attrs.generic === 'string' ? namesOfGeneric(block.attrs.generic) : '') +
      text.slice(loc.start.offset, loc.end.offset)
    at = loc.end.offset
  }
  const lang = blocks.find((block) => block.lang)?.lang
  return {
    text: script + blank(at, text.length),
    kind: lang === 'tsx' ? ts.ScriptKind.TSX : lang === 'ts' ? ts.ScriptKind.TS : ts.ScriptKind.JSX,
  }
}
