import ts from 'typescript'
import type { TypeModel } from '../../contract/type'
import { SourceSet } from './source-set'
import { typeOfNode } from './type-nodes'

/**
 * The model of a type that comes as text, as in a manifest or a comment. What does not parse stays as it is
 * written.
 */
export function typeOfText(text: string): TypeModel {
  const sources = new SourceSet([{ path: 'type.ts', text: `type T = ${text}` }])
  const [statement] = sources.scripts.get('type.ts')?.statements ?? []
  return statement && ts.isTypeAliasDeclaration(statement) && sources.problems.length === 0
    ? typeOfNode(sources, statement.type)
    : { is: 'other', text: text.trim() }
}
