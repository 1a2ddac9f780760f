import ts from 'typescript'
import { unwrap } from '../source/nodes'
import type { SourceSet } from '../source/source-set'

/**
 * The function of Vue's runtime that a call runs, by the name Vue has for it: compilers import it under
 * another (`renderSlot as _renderSlot`), and minifiers shorten that.
 */
export function runtimeFunction(sources: SourceSet, { expression }: ts.CallExpression): string | undefined {
  const callee = unwrap(expression)
  if (ts.isPropertyAccessExpression(callee)) return callee.name.text
  return ts.isIdentifier(callee) ? runtimeName(sources, callee) : undefined
}

/** What a name of a file is called in Vue, where it comes from there or from nowhere that is known. */
export function runtimeName(sources: SourceSet, name: ts.Identifier): string | undefined {
  const imported = sources.importOf(name.getSourceFile().fileName, name.text)
  if (!imported) return name.text.replace(/^_/, '')
  return /^(?:@vue\/[\w-]+|vue)$/.test(imported.from) ? imported.name : undefined
}
