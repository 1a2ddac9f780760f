import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import { choicesOf, misfit } from '../../contract/type'
import { objectBehind } from './declarations'
import { nameOf } from './evaluate'
import { expressionsIn } from './markup-expressions'
import type { SourceSet } from './source-set'
import { unwrap } from './nodes'
import { walk } from './walk'

/** Values of one prop that are kept: enough to see that it does something. */
const most = 12

/**
 * What code compares names with, or looks them up by: for `kind` of `this.kind === 'neap'`, `switch (kind)`,
 * `drawings[kind]`, `names.includes(kind)`. By the name alone, whatever holds it: these are values to try.
 */
export function askedValues(sources: SourceSet, nodes: readonly ts.Node[]): Map<string, (string | number)[]> {
  const found = new Map<string, Set<string | number>>()
  const add = (expression: ts.Expression, values: readonly (string | number)[]) => {
    const name = nameIn(expression)
    if (name === undefined) return
    const known = found.get(name) ?? found.set(name, new Set()).get(name)!
    for (const value of values) if (known.size < most && value !== '') known.add(value)
  }
  for (const node of nodes)
    walk(node, (inner) => {
      if (ts.isBinaryExpression(inner) && isComparison(inner.operatorToken.kind)) {
        add(inner.left, literal(inner.right))
        add(inner.right, literal(inner.left))
      } else if (ts.isSwitchStatement(inner)) {
        for (const clause of inner.caseBlock.clauses)
          if (ts.isCaseClause(clause)) add(inner.expression, literal(clause.expression))
      } else if (ts.isElementAccessExpression(inner)) {
        add(inner.argumentExpression, keysOf(sources, inner.expression))
      } else if (ts.isCallExpression(inner) && ts.isPropertyAccessExpression(inner.expression)) {
        const [given] = inner.arguments
        if (given && ['includes', 'has', 'get', 'indexOf'].includes(inner.expression.name.text))
          add(given, membersOf(sources, inner.expression.expression))
      }
      return true
    })
  return new Map([...found].map(([name, values]) => [name, [...values]]))
}

const isComparison = (kind: ts.SyntaxKind): boolean =>
  kind === ts.SyntaxKind.EqualsEqualsEqualsToken ||
  kind === ts.SyntaxKind.EqualsEqualsToken ||
  kind === ts.SyntaxKind.ExclamationEqualsEqualsToken ||
  kind === ts.SyntaxKind.ExclamationEqualsToken

function literal(expression: ts.Expression): (string | number)[] {
  const node = unwrap(expression)
  if (ts.isStringLiteralLike(node)) return [node.text]
  return ts.isNumericLiteral(node) ? [Number(node.text)] : []
}

/**
 * The name that an expression reads, as a prop would be called: `kind` of `this.#kind`, `props.kind`,
 * `_kind`.
 */
function nameIn(expression: ts.Expression): string | undefined {
  const node = unwrap(expression)
  const name = ts.isPropertyAccessExpression(node)
    ? node.name.text
    : ts.isIdentifier(node)
      ? node.text
      : undefined
  return name?.replace(/^[#_]+/, '')
}

/** The keys of an object that is written out. */
export const keysWritten = (sources: SourceSet, expression: ts.Expression): string[] =>
  (objectBehind(sources, expression)?.properties ?? []).flatMap((property) => {
    const key = property.name && nameOf(sources, property.name)
    return key === undefined ? [] : [key]
  })

/** The keys of an object that is written out, and those that its file sets on it one by one. */
const keysOf = (sources: SourceSet, expression: ts.Expression): string[] => [
  ...keysWritten(sources, expression),
  ...keysSetOn(sources, expression),
]

/** `widths['sm'] = 576` and `widths.sm = 576`, for the table that an expression names. */
function keysSetOn(sources: SourceSet, expression: ts.Expression): string[] {
  const table = unwrap(expression)
  const script = sources.scripts.get(expression.getSourceFile().fileName)
  if (!ts.isIdentifier(table) || !script) return []
  return sources.gather(script).assignments.flatMap(({ left }) => {
    const isOfTable =
      (ts.isElementAccessExpression(left) || ts.isPropertyAccessExpression(left)) &&
      left.expression.getText() === table.text
    if (!isOfTable) return []
    if (ts.isPropertyAccessExpression(left)) return [left.name.text]
    return literal(left.argumentExpression).map(String)
  })
}

/** What a list, a set or a map that is written out holds. */
function membersOf(sources: SourceSet, expression: ts.Expression): (string | number)[] {
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node))
    return node.elements.flatMap((element) => {
      const [first = element] = ts.isArrayLiteralExpression(element) ? element.elements : [element]
      return literal(first)
    })
  if (ts.isNewExpression(node)) return node.arguments?.[0] ? membersOf(sources, node.arguments[0]) : []
  if (!ts.isIdentifier(node)) return []
  const found = sources.lookUp(node.getSourceFile().fileName, node.text)
  const value =
    found?.is === 'node' && ts.isVariableDeclaration(found.node) ? found.node.initializer : undefined
  return value && !ts.isIdentifier(unwrap(value)) ? membersOf(sources, value) : []
}

/** A contract whose props know what the code of its files asks them for. */
export function withAskedValues(sources: SourceSet, contract: Contract): Contract {
  const maps = contract.files.flatMap((file) => {
    const script = sources.scripts.get(file)
    const text = sources.texts.get(file)
    if (text === undefined) return []
    return [
      sources.once(`asked ${file}`, [file], () =>
        askedValues(sources, [...(script ? [script] : []), ...expressionsIn(sources, file)]),
      ),
    ]
  })
  if (!maps.some((map) => map.size > 0)) return contract
  const members = contract.members.map((member) => {
    if (member.kind !== 'prop' || choicesOf(member.type)) return member
    const asked = maps
      .flatMap((map) => map.get(member.name) ?? [])
      .filter((value) => misfit(member.type, value) === undefined)
    const all = [...new Set([...asked, ...(member.asked ?? [])])]
    return asked.length ? { ...member, asked: all.slice(0, most) } : member
  })
  return { ...contract, members }
}
