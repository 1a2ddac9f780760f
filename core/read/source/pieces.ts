import ts from 'typescript'
import { shortHash } from '../../languages/short-hash'
import { alwaysIs, constantsIn } from './always'
import { carriersIn, mentionedIn, namesOf } from './mentions'
import { walk } from './walk'

/**
 * A script in which every piece of code that may run or not, and that a member of a component decides over or
 * is named in, says when it runs: arms of conditions, bodies of functions, what comes after a way out. What
 * has shown nothing is said to do nothing only where all of these ran (`frame/pieces.ts`,
 * `core/evidence/trials/left.ts`).
 */

/** What a script calls when a piece runs, and once for all of its pieces; nothing where nobody listens. */
const ran = 'globalThis.keptShelfRan?.'
const told = 'globalThis.keptShelfPieces?.'

interface Piece {
  line: number
  column: number
  names: Set<string>
  /** Whether anything is done in it but to leave. */
  works: boolean
  edits: Edit[]
}
interface Edit {
  at: number
  isEnd?: boolean
  text: (mark: string) => string
}

/** Longest script whose pieces are told, in characters: reading it again takes as long as building it. */
const longest = 1_000_000

/** How a script is parsed, by how it is loaded: JSX may stand in any script that has no types. */
const kinds: Record<string, ts.ScriptKind> = {
  ts: ts.ScriptKind.TS,
  tsx: ts.ScriptKind.TSX,
  js: ts.ScriptKind.JSX,
  jsx: ts.ScriptKind.JSX,
}

/**
 * The script with what tells of its pieces, on the same lines. `names` are those of members, `lineOf` leads
 * from a line of it to the line that somebody wrote; one that is too long stays as it is.
 */
export function withPieces(
  path: string,
  text: string,
  names: ReadonlySet<string>,
  { loader = 'tsx' as string, lineOf = (line: number, _column: number) => line } = {},
): string {
  if (text.length > longest || names.size === 0) return text
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, kinds[loader])
  const pieces = new PiecesOf(file, names)
    .find()
    .filter(({ names, works, edits }) => works && names.size > 0 && edits.length > 0)
  if (pieces.length === 0) return text
  const id = shortHash(path)
  const edits = pieces.flatMap(({ edits }, i) =>
    edits.map(({ at, isEnd, text }) => ({
      at,
      // of what begins at one place the outer comes first, of what ends the inner, and ends come before
      rank: isEnd ? -i - 1 : i,
      text: text(`${ran}('${id}#${i}')`),
    })),
  )
  const facts = pieces.map(({ line, column, names }) => [
    lineOf(line, column),
    [...names].toSorted().join(' '),
  ])
  return `${applied(text, edits)}\n;${told}(${JSON.stringify(path)},'${id}',${JSON.stringify(facts)})`
}

/** Puts texts in at their places; those of one place by their rank. */
function applied(text: string, edits: { at: number; rank: number; text: string }[]): string {
  let done = ''
  let from = 0
  for (const edit of edits.toSorted((a, b) => a.at - b.at || a.rank - b.rank)) {
    done += text.slice(from, edit.at) + edit.text
    from = edit.at
  }
  return done + text.slice(from)
}

/** Finds the pieces of one script. */
class PiecesOf {
  private readonly pieces: Piece[] = []
  private readonly carriers: ReadonlyMap<string, ReadonlySet<string>>
  private readonly constants: ReadonlyMap<string, boolean | undefined>

  constructor(
    private readonly file: ts.SourceFile,
    private readonly names: ReadonlySet<string>,
  ) {
    this.carriers = carriersIn(file, names)
    this.constants = constantsIn(file)
  }

  find(): Piece[] {
    this.visitEach(this.file.statements, undefined)
    return this.pieces
  }

  private begin(node: ts.Node, guards: Iterable<string>): Piece {
    const { line, character: column } = this.file.getLineAndCharacterOfPosition(node.getStart())
    const piece = { line: line + 1, column, names: new Set(guards), works: false, edits: [] }
    this.pieces.push(piece)
    return piece
  }

  private namesIn(node: ts.Node | undefined): Set<string> {
    return node ? mentionedIn(node, this.names, this.carriers) : new Set()
  }

  /** Statements one after the other; what comes after a way out of them is a piece of its own. */
  private visitEach(statements: readonly ts.Statement[], piece: Piece | undefined): void {
    let now = piece
    let guards: Set<string> | undefined
    for (const statement of statements) {
      if (guards && piece && !ts.isFunctionDeclaration(statement)) {
        now = this.begin(statement, guards)
        now.edits.push({ at: statement.getStart(), text: (mark) => `${mark};` })
        guards = undefined
      }
      this.visit(statement, now)
      if (piece && mayLeave(statement)) guards = this.namesIn(conditionOf(statement))
    }
  }

  private visit(node: ts.Node, piece: Piece | undefined): void {
    if (isWithoutCode(node)) return
    if (ts.isFunctionLike(node)) return this.visitFunction(node, piece)
    if (ts.isIfStatement(node)) {
      this.visit(node.expression, piece)
      const guards = this.namesIn(node.expression)
      const always = alwaysIs(node.expression, this.constants)
      if (always !== false) this.visitArm(node.thenStatement, guards)
      if (node.elseStatement && always !== true) this.visitArm(node.elseStatement, guards)
      return
    }
    if (ts.isConditionalExpression(node)) {
      this.visit(node.condition, piece)
      const guards = this.namesIn(node.condition)
      const always = alwaysIs(node.condition, this.constants)
      if (always !== false) this.visitValue(node.whenTrue, guards)
      if (always !== true) this.visitValue(node.whenFalse, guards)
      return
    }
    if (ts.isBinaryExpression(node) && isLogical(node.operatorToken.kind)) {
      this.visit(node.left, piece)
      if (this.isNeverAsked(node)) return
      return this.visitValue(node.right, this.namesIn(node.left))
    }
    if (ts.isCaseBlock(node)) return this.visitCases(node, piece)
    if (ts.isIterationStatement(node, false)) return this.visitLoop(node, piece)
    if (ts.isTryStatement(node)) {
      this.visit(node.tryBlock, piece)
      if (node.catchClause) this.visitArm(node.catchClause.block, [])
      if (node.finallyBlock) this.visit(node.finallyBlock, piece)
      return
    }
    if (ts.isBlock(node)) return this.visitEach(node.statements, piece)
    if (piece) this.note(node, piece)
    ts.forEachChild(node, (child) => this.visit(child, piece))
  }

  /** What a node says by itself: a name of a member, and whether it does anything. */
  private note(node: ts.Node, piece: Piece): void {
    for (const name of namesOf(node, this.names, this.carriers)) piece.names.add(name)
    if (ts.isStatement(node) && !isWayOut(node) && !isComplaint(node)) piece.works = true
  }

  /** Whether the right side of `a && b` or `a || b` never comes to be asked. */
  private isNeverAsked({ left, operatorToken: { kind } }: ts.BinaryExpression): boolean {
    const always = alwaysIs(left, this.constants)
    return (
      (kind === ts.SyntaxKind.AmpersandAmpersandToken && always === false) ||
      (kind === ts.SyntaxKind.BarBarToken && always === true)
    )
  }

  private visitFunction(node: ts.SignatureDeclaration, piece: Piece | undefined): void {
    const body = 'body' in node ? (node.body as ts.ConciseBody | undefined) : undefined
    if (!body) return
    const taken = new Set(node.parameters.flatMap((parameter) => [...this.namesIn(parameter.name)]))
    for (const parameter of node.parameters) this.visit(parameter, piece)
    if (ts.isBlock(body)) return this.visitBlock(body, taken)
    this.visitValue(body, taken)
  }

  private visitLoop(node: ts.IterationStatement, piece: Piece | undefined): void {
    const guards = new Set<string>()
    ts.forEachChild(node, (child) => {
      if (child === node.statement) return
      this.visit(child, piece)
      for (const name of this.namesIn(child)) guards.add(name)
    })
    this.visitArm(node.statement, guards)
  }

  private visitCases(node: ts.CaseBlock, piece: Piece | undefined): void {
    const asked = this.namesIn(node.parent.expression)
    for (const clause of node.clauses) {
      if (ts.isCaseClause(clause)) this.visit(clause.expression, piece)
      const [first] = clause.statements
      if (!first) continue
      const arm = this.begin(clause, asked)
      arm.edits.push({ at: first.getStart(), text: (mark) => `${mark};` })
      this.visitEach(clause.statements, arm)
    }
  }

  private visitArm(statement: ts.Statement, guards: Iterable<string>): void {
    if (ts.isBlock(statement)) return this.visitBlock(statement, guards)
    // a declaration that stands alone cannot be put in braces
    if (ts.isFunctionDeclaration(statement)) return this.visit(statement, undefined)
    const piece = this.begin(statement, guards)
    piece.edits.push(
      { at: statement.getStart(), text: (mark) => `{${mark};` },
      { at: statement.end, isEnd: true, text: () => '}' },
    )
    this.visitEach([statement], piece)
  }

  private visitBlock(block: ts.Block, guards: Iterable<string>): void {
    const piece = this.begin(block, guards)
    const first = block.statements.find((statement) => !isDirective(statement))
    piece.edits.push({ at: first?.getStart() ?? block.getStart() + 1, text: (mark) => `${mark};` })
    this.visitEach(block.statements, piece)
  }

  private visitValue(value: ts.Expression, guards: Iterable<string>): void {
    const piece = this.begin(value, guards)
    piece.works = !isNothing(value)
    piece.edits.push(
      { at: value.getStart(), text: (mark) => `(${mark},` },
      { at: value.end, isEnd: true, text: () => ')' },
    )
    this.visit(value, piece)
  }
}

const isWithoutCode = (node: ts.Node): boolean =>
  ts.isTypeNode(node) ||
  ts.isInterfaceDeclaration(node) ||
  ts.isTypeAliasDeclaration(node) ||
  ts.isEnumDeclaration(node) ||
  ts.isImportDeclaration(node) ||
  ts.isExportDeclaration(node)

const isLogical = (kind: ts.SyntaxKind): boolean =>
  kind === ts.SyntaxKind.AmpersandAmpersandToken ||
  kind === ts.SyntaxKind.BarBarToken ||
  kind === ts.SyntaxKind.QuestionQuestionToken

const isDirective = (statement: ts.Statement): boolean =>
  ts.isExpressionStatement(statement) && ts.isStringLiteral(statement.expression)

/** A value that stands for nothing: nothing is missed where it did not come. */
const isNothing = (value: ts.Expression): boolean =>
  (ts.isStringLiteralLike(value) && value.text === '') ||
  value.kind === ts.SyntaxKind.NullKeyword ||
  value.kind === ts.SyntaxKind.TrueKeyword ||
  value.kind === ts.SyntaxKind.FalseKeyword ||
  ts.isVoidExpression(value) ||
  (ts.isIdentifier(value) && value.text === 'undefined') ||
  ((ts.isObjectLiteralExpression(value) || ts.isArrayLiteralExpression(value)) &&
    ts.forEachChild(value, () => true) === undefined)

const isWayOut = (statement: ts.Statement): boolean =>
  ts.isThrowStatement(statement) ||
  ts.isBreakOrContinueStatement(statement) ||
  (ts.isReturnStatement(statement) && (!statement.expression || isNothing(statement.expression)))

/** A statement that only tells developers what is wrong. */
const isComplaint = (statement: ts.Statement): boolean =>
  ts.isExpressionStatement(statement) &&
  ts.isCallExpression(statement.expression) &&
  ts.isPropertyAccessExpression(statement.expression.expression) &&
  statement.expression.expression.expression.getText() === 'console'

/** Whether a statement may lead out of those it stands among, but not always does. */
function mayLeave(statement: ts.Statement): boolean {
  if (isWayOut(statement) || ts.isFunctionLike(statement)) return false
  let leaves = false
  walk(statement, (node) => {
    leaves ||= ts.isReturnStatement(node) || ts.isThrowStatement(node) || ts.isBreakOrContinueStatement(node)
    return !leaves && !ts.isFunctionLike(node) && !ts.isClassLike(node)
  })
  return leaves
}

const conditionOf = (statement: ts.Statement): ts.Node | undefined =>
  ts.isIfStatement(statement) || ts.isSwitchStatement(statement) ? statement.expression : undefined
