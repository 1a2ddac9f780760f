import ts from 'typescript'

/** An expression of some markup as a script of its own. */
export const parsed = (text: string): ts.SourceFile =>
  ts.createSourceFile('expression.ts', text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS)
