import ts from 'typescript'

/**
 * Type parameters of a generic component (`T extends string`), as names its script knows: each stands for
 * what it extends.
 */
export function namesOfGeneric(parameters: string): string {
  const [statement] = ts.createSourceFile(
    'generic.ts',
    `type X<${parameters.replace(/\s+/g, ' ')}> = 0`,
    ts.ScriptTarget.Latest,
    true,
  ).statements
  const found = statement && ts.isTypeAliasDeclaration(statement) ? (statement.typeParameters ?? []) : []
  return found
    .map((parameter) => `type ${parameter.name.text} = ${parameter.constraint?.getText() ?? 'unknown'};`)
    .join(' ')
}
