import ts from 'typescript'

/** Members that a declaration has at least that may be a catalogue. */
const manyMembers = 80

/** The place of the large declaration that a member stands in; `undefined` where it stands in none. */
export function catalogueOf({ declarations }: ts.Symbol): string | undefined {
  const parent = declarations?.[0]?.parent
  const isLarge =
    parent !== undefined &&
    (ts.isInterfaceDeclaration(parent) || ts.isTypeLiteralNode(parent)) &&
    parent.members.length >= manyMembers
  return isLarge ? `${parent.getSourceFile().fileName} ${parent.pos}` : undefined
}
