import type ts from 'typescript'

/** What a node stands in; the top stands in nothing, which the compiler's own types leave out. */
export const parentOf = (node: ts.Node): ts.Node | undefined => node.parent
