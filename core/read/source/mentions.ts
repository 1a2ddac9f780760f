import ts from 'typescript'
import { walk } from './walk'

// Where code mentions names of members, and what carries them under other names.

/** The members that one node names by itself. */
export function namesOf(
  node: ts.Node,
  names: ReadonlySet<string>,
  carriers: ReadonlyMap<string, ReadonlySet<string>>,
): string[] {
  if (ts.isIdentifier(node) || ts.isPrivateIdentifier(node)) {
    const bare = node.text.replace(/^[#_]+/, '')
    return [...(names.has(bare) ? [bare] : []), ...(carriers.get(node.text) ?? [])]
  }
  if (!ts.isStringLiteralLike(node) && !ts.isTemplateLiteralToken(node)) return []
  return [...new Set(node.text.match(/[\w-]+/g) ?? [])].filter((word) => names.has(word))
}

export function mentionedIn(
  node: ts.Node,
  names: ReadonlySet<string>,
  carriers: ReadonlyMap<string, ReadonlySet<string>> = new Map(),
): Set<string> {
  const found = new Set<string>()
  walk(node, (inner) => {
    if (ts.isTypeNode(inner)) return false
    for (const name of namesOf(inner, names, carriers)) found.add(name)
    return true
  })
  return found
}

/** How often it is gone through what carries what: a value is rarely handed on more often. */
const rounds = 4

/**
 * What carries a member under another name: `s` of `{ size: s }`, `isLarge` of `const isLarge = size > 3`, a
 * field that it is put into. What a whole module declares carries nothing: it is made of everything.
 */
export function carriersIn(file: ts.SourceFile, names: ReadonlySet<string>): Map<string, Set<string>> {
  const handed: { to: string; from: ts.Node }[] = []
  walk(file, (node) => {
    if (ts.isBindingElement(node) && node.propertyName && ts.isIdentifier(node.name))
      handed.push({ to: node.name.text, from: node.propertyName })
    else if (isLocal(node) && ts.isIdentifier(node.name) && node.initializer)
      handed.push({ to: node.name.text, from: node.initializer })
    else if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.EqualsToken) {
      const to = assignedName(node.left)
      if (to !== undefined) handed.push({ to, from: node.right })
    }
    return !ts.isTypeNode(node)
  })
  const carriers = new Map<string, Set<string>>()
  for (let round = 0, isMore = true; round < rounds && isMore; round++) {
    isMore = false
    for (const { to, from } of handed)
      for (const name of mentionedIn(from, names, carriers)) {
        if (name === to) continue
        const known = carriers.get(to) ?? carriers.set(to, new Set()).get(to)!
        isMore ||= !known.has(name)
        known.add(name)
      }
  }
  return carriers
}

/** A variable of a function, whose value is no function. */
const isLocal = (node: ts.Node): node is ts.VariableDeclaration =>
  ts.isVariableDeclaration(node) &&
  !!node.initializer &&
  !ts.isFunctionLike(node.initializer) &&
  !ts.isSourceFile(node.parent.parent.parent)

const assignedName = (target: ts.Expression): string | undefined =>
  ts.isIdentifier(target) || ts.isPropertyAccessExpression(target)
    ? (ts.isIdentifier(target) ? target : target.name).text
    : undefined
