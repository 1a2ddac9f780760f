import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import { tagText, wordsOf } from '../source/comments'
import type { SourceSet } from '../source/source-set'

/**
 * What source says of one value where it names it: words, since which version there is one, and that it is
 * deprecated, with the reason if any.
 */
export interface SaidOfValue {
  comment?: string
  deprecated?: string
  since?: string
}
type Said = Map<string | number, SaidOfValue>

/** Types that lead to others are followed so far. */
const deepest = 12

/**
 * What comments say of the values of a prop, at the members of a union, of an enum, of a constant object or list
 * that its type is made of.
 */
export function saidOfValues(sources: SourceSet, prop: Prop): Said {
  const said: Said = new Map()
  const node = typeNodeOf(sources, prop)
  if (node) gather(sources, node, said, deepest)
  return said
}

/** The written type of a prop, where it is declared. */
function typeNodeOf(sources: SourceSet, { name, place }: Prop): ts.TypeNode | undefined {
  const script = sources.script(place.file)
  const starts = script?.getLineStarts()
  const [from, to] = [starts?.[place.line - 1], starts?.[place.line] ?? Infinity]
  if (!script || from === undefined) return undefined
  let found: ts.TypeNode | undefined
  const visit = (node: ts.Node): void => {
    // what does not reach that line is passed over
    if (found || node.end < from || node.pos > to) return
    if (isNamed(node, name) && sources.place(node).line === place.line) found = writtenType(node)
    ts.forEachChild(node, visit)
  }
  visit(script)
  return found
}

const isNamed = (node: ts.Node, name: string): boolean =>
  (ts.isPropertySignature(node) ||
    ts.isPropertyDeclaration(node) ||
    ts.isAccessor(node) ||
    ts.isParameter(node) ||
    ts.isPropertyAssignment(node)) &&
  node.name.getText().replace(/^['"]|['"]$/g, '') === name

/** The type that is written of a declaration: of a setter what it takes, of an option what its type is said to be. */
function writtenType(node: ts.Node): ts.TypeNode | undefined {
  if (ts.isSetAccessor(node)) return node.parameters[0]?.type
  if (!ts.isPropertyAssignment(node)) return (node as ts.HasType).type
  const written = ts.isObjectLiteralExpression(node.initializer)
    ? node.initializer.properties.find((property) => property.name?.getText() === 'type')
    : node
  const type = written && ts.isPropertyAssignment(written) ? written.initializer : undefined
  return type && ts.isAsExpression(type) ? argumentOf(type.type) : undefined
}
/** What a type such as `PropType<Tone>` is of; of a function what it gives. */
function argumentOf(type: ts.TypeNode): ts.TypeNode | undefined {
  if (ts.isTypeReferenceNode(type)) return type.typeArguments?.[0]
  return ts.isFunctionTypeNode(type) ? type.type : undefined
}

function gather(sources: SourceSet, node: ts.TypeNode, said: Said, depth: number): void {
  if (depth === 0) return
  if (ts.isParenthesizedTypeNode(node)) return gather(sources, node.type, said, depth - 1)
  if (ts.isUnionTypeNode(node)) {
    for (const [i, member] of node.types.entries()) {
      const value = ts.isLiteralTypeNode(member) ? valueOf(member.literal) : undefined
      if (value === undefined) gather(sources, member, said, depth - 1)
      else say(said, value, saidAround(node, node.types, i))
    }
    return
  }
  if (ts.isIndexedAccessTypeNode(node)) return gather(sources, node.objectType, said, depth - 1)
  if (ts.isTypeOperatorNode(node)) return gather(sources, node.type, said, depth - 1)
  const name = ts.isTypeQueryNode(node)
    ? node.exprName
    : ts.isTypeReferenceNode(node)
      ? node.typeName
      : undefined
  if (!name || !ts.isIdentifier(name)) return
  const declared = sources.lookUp(node.getSourceFile().fileName, name.text)
  if (declared?.is === 'node') gatherDeclared(sources, declared.node, said, depth - 1)
}

function gatherDeclared(sources: SourceSet, node: ts.Node, said: Said, depth: number): void {
  if (ts.isTypeAliasDeclaration(node)) return gather(sources, node.type, said, depth)
  if (ts.isEnumDeclaration(node))
    for (const [i, member] of node.members.entries())
      say(said, member.initializer ? valueOf(member.initializer) : i, saidAt(member))
  const constant = ts.isVariableDeclaration(node)
    ? node.initializer
    : ts.isExpression(node)
      ? node
      : undefined
  const written = constant && withoutConst(constant)
  if (!written) return
  if (ts.isObjectLiteralExpression(written))
    for (const property of written.properties)
      if (property.name && (ts.isIdentifier(property.name) || ts.isStringLiteralLike(property.name)))
        say(said, property.name.text, saidAt(property))
  if (ts.isArrayLiteralExpression(written))
    for (const [i, element] of written.elements.entries())
      say(said, valueOf(element), saidAround(written, written.elements, i))
}

const withoutConst = (node: ts.Expression): ts.Expression =>
  ts.isAsExpression(node) || ts.isSatisfiesExpression(node) || ts.isParenthesizedExpression(node)
    ? withoutConst(node.expression)
    : node

function valueOf(node: ts.Node): string | number | undefined {
  if (ts.isStringLiteralLike(node)) return node.text
  return ts.isNumericLiteral(node) ? Number(node.text) : undefined
}

function say(said: Said, value: string | number | undefined, more: SaidOfValue): void {
  if (value !== undefined && Object.keys(more).length > 0 && !said.has(value)) said.set(value, more)
}

/** What a doc comment says of a declaration. */
function saidAt(node: ts.Node): SaidOfValue {
  const [comment, deprecated, since] = [wordsOf(node), tagText(node, 'deprecated'), tagText(node, 'since')]
  return {
    ...(comment ? { comment } : {}),
    ...(deprecated === undefined ? {} : { deprecated }),
    ...(since ? { since } : {}),
  }
}

/**
 * What comments say of one of several that follow each other: those before it, and those behind it on its line
 * where nothing else follows on that line.
 */
function saidAround(list: ts.Node, all: readonly ts.Node[], i: number): SaidOfValue {
  const [before, node, after] = [all[i - 1], all[i]!, all[i + 1]]
  const script = node.getSourceFile()
  const lineAt = (position: number) => script.getLineAndCharacterOfPosition(position).line
  const isBehind = (comment: ts.CommentRange, other: ts.Node, next: ts.Node | undefined) =>
    lineAt(comment.pos) === lineAt(other.end) && (!next || lineAt(next.getStart()) > lineAt(other.end))
  const leading = commentsAt(script, [before?.end ?? list.pos, node.pos], node.getStart())
  const behind = commentsAt(script, [node.end, ...(after ? [after.pos] : [])], after?.getStart() ?? Infinity)
  const own = [
    ...leading.filter((comment) => !before || !isBehind(comment, before, node)),
    ...behind.filter((comment) => isBehind(comment, node, after)),
  ]
  return saidIn(own.map(({ pos, end }) => script.text.slice(pos, end)))
}

/** The comments that begin at some positions, up to where something else does. */
function commentsAt(script: ts.SourceFile, positions: readonly number[], to: number): ts.CommentRange[] {
  const ranges = positions.flatMap((at) => [
    ...(ts.getTrailingCommentRanges(script.text, at) ?? []),
    ...(ts.getLeadingCommentRanges(script.text, at) ?? []),
  ])
  return [...new Map(ranges.map((range) => [range.pos, range])).values()].filter(({ end }) => end <= to)
}

/** What comments say, read as those of a declaration are. */
function saidIn(comments: readonly string[]): SaidOfValue {
  if (comments.length === 0) return {}
  const docs = comments.map((comment) =>
    comment.startsWith('//')
      ? `/** ${comment.slice(2).trim().replaceAll('*/', '')} */`
      : comment.replace(/^\/\*+/, '/**'),
  )
  const script = ts.createSourceFile(
    'comment.ts',
    `${docs.join('\n')}\nlet value`,
    ts.ScriptTarget.Latest,
    true,
  )
  return saidAt(script.statements[0]!)
}
