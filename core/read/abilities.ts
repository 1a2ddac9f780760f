import ts from 'typescript'
import type { Place } from '../contract/member'
import { abilitiesAskedIn, abilitiesOfCondition, abilityName } from '../style/lacking'
import { scriptIn, sheetsIn } from './sheets-in'
import { Lines } from './source/lines'
import { unwrap } from './source/nodes'
import { walk } from './source/walk'
import type { SourceText } from './source/source-text'

/**
 * Abilities of the browser that source asks for before it relies on them: of script by a path such as
 * `ResizeObserver`, `navigator.share`, `Element.prototype.animate` or `<dialog>.showModal`, of style as a
 * condition of `@supports`. `sure` is whether the question is about being there at all; else something is
 * asked whether it is true, which an ability would be and a mere value may be.
 */
export interface Ability {
  name: string
  of: 'script' | 'style'
  place: Place
  sure: boolean
}

/** What files of a component ask for, each ability once, in the order they are written. */
export function abilitiesIn(files: readonly SourceText[]): Ability[] {
  const found = new Map<string, Ability>()
  const add = (of: Ability['of'], name: string, file: SourceText, line: number, sure = true) => {
    const known = found.get(name)
    if (!known || (sure && !known.sure)) found.set(name, { name, of, place: { file: file.path, line }, sure })
  }
  for (const file of files) {
    const script = scriptIn(file)
    for (const { css, line } of sheetsIn(file, script))
      for (const { name, at } of abilitiesAskedIn(css)) add('style', name, file, line(at))
    const lines = script && new Lines(script.text)
    for (const { name, of, node, sure } of script ? askedInScript(script) : [])
      add(of, name, file, lines!.before(node.getStart()) + 1, sure)
  }
  return [...found.values()]
}

interface Asked {
  name: string
  of: Ability['of']
  node: ts.Node
  sure: boolean
}

// eslint-disable-next-line max-lines-per-function -- one walk, and what is asked at each node
function askedInScript(source: ts.SourceFile): Asked[] {
  const asked: Asked[] = []
  const declared = namesDeclaredIn(source)
  const path = (node: ts.Node | undefined) => (node ? platformPath(node, declared) : undefined)
  const add = (node: ts.Node, name: string | undefined, sure = true) => {
    if (name) asked.push({ name, of: 'script', node, sure })
  }
  // eslint-disable-next-line max-lines-per-function -- what is asked at each node
  walk(source, (node) => {
    if (ts.isBinaryExpression(node)) {
      const {
        left,
        right,
        operatorToken: { kind },
      } = node
      if (kind === ts.SyntaxKind.InKeyword && ts.isStringLiteralLike(left))
        add(node, memberPath(path(right), left.text))
      else if (comparing.has(kind))
        for (const [value, other] of [
          [left, right],
          [right, left],
        ] as const) {
          const side = unwrap(value)
          if (ts.isTypeOfExpression(side)) add(node, path(side.expression))
          else if (
            other.kind === ts.SyntaxKind.NullKeyword ||
            (ts.isIdentifier(other) && other.text === 'undefined')
          )
            add(node, path(side), other.kind !== ts.SyntaxKind.NullKeyword)
        }
      else if (
        kind === ts.SyntaxKind.AmpersandAmpersandToken ||
        kind === ts.SyntaxKind.BarBarToken ||
        kind === ts.SyntaxKind.QuestionQuestionToken
      )
        add(left, path(left), false)
    } else if (ts.isIfStatement(node) || ts.isConditionalExpression(node)) {
      add(node, path(ts.isIfStatement(node) ? node.expression : node.condition), false)
    } else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      add(node, path(node.operand), false)
    else if ((ts.isCallExpression(node) || ts.isPropertyAccessExpression(node)) && node.questionDotToken)
      add(node, path(node.expression), ts.isCallExpression(node))
    if (ts.isCallExpression(node)) {
      const called = unwrap(node.expression)
      const [first, second] = node.arguments
      if (!ts.isPropertyAccessExpression(called) || !first) return
      const on =
        ts.isIdentifier(called.expression) && !declared.has(called.expression.text)
          ? called.expression.text
          : ''
      if (on === 'CSS' && called.name.text === 'supports' && ts.isStringLiteralLike(first)) {
        const names =
          second === undefined
            ? abilitiesOfCondition(first.text)
            : ts.isStringLiteralLike(second)
              ? [abilityName(`${first.text}: ${second.text}`)]
              : []
        for (const name of names) asked.push({ name, of: 'style', node, sure: true })
      } else if (
        ((on === 'Object' && called.name.text === 'hasOwn') ||
          (on === 'Reflect' && called.name.text === 'has')) &&
        second &&
        ts.isStringLiteralLike(second)
      )
        add(node, memberPath(path(first), second.text))
      else if (called.name.text === 'hasOwnProperty' && ts.isStringLiteralLike(first))
        add(node, memberPath(path(called.expression), first.text))
    }
  })
  return asked
}

const comparing = new Set([
  ts.SyntaxKind.EqualsEqualsToken,
  ts.SyntaxKind.EqualsEqualsEqualsToken,
  ts.SyntaxKind.ExclamationEqualsToken,
  ts.SyntaxKind.ExclamationEqualsEqualsToken,
])
/** Names by which script calls the global object (HTML, section 7.2.2; ECMAScript, section 19.1.1). */
const globals = new Set(['window', 'globalThis', 'self'])
/** Objects of the browser whose own members are abilities. */
const holders = new Set([
  'navigator',
  'document',
  'CSS',
  'history',
  'performance',
  'screen',
  'crypto',
  'customElements',
  'scheduler',
  'visualViewport',
])

/** A member of what a path names: of the global object it is the name alone. */
const memberPath = (base: string | undefined, name: string): string | undefined =>
  base === undefined || !/^[\w$]+$/.test(name) ? undefined : base === '' ? name : `${base}.${name}`

/**
 * The path of something of the browser's own that an expression names; the global object is `''`. Whatever
 * the file declares itself is none. An element is named by its tag, `this` in a class by what is every
 * element's, unless the class has the member itself.
 */
function platformPath(expression: ts.Node, declared: ReadonlySet<string>): string | undefined {
  const node = unwrap(expression as ts.Expression)
  if (ts.isIdentifier(node)) {
    if (declared.has(node.text)) return undefined
    if (globals.has(node.text)) return ''
    return holders.has(node.text) || /^[A-Z]\w*[a-z]\w*$/.test(node.text) || node.text === 'CSS'
      ? node.text
      : undefined
  }
  if (
    ts.isCallExpression(node) &&
    ts.isPropertyAccessExpression(node.expression) &&
    node.expression.name.text === 'createElement'
  ) {
    const [tag] = node.arguments
    return tag && ts.isStringLiteralLike(tag) && /^[a-z\d]+$/.test(tag.text) ? `<${tag.text}>` : undefined
  }
  if (!ts.isPropertyAccessExpression(node)) return undefined
  const name = node.name.text
  if (node.expression.kind === ts.SyntaxKind.ThisKeyword) {
    const own = ts.findAncestor(node, ts.isClassLike)
    const isOwn =
      ts.isPrivateIdentifier(node.name) ||
      !own?.heritageClauses?.length ||
      own.members.some((member) => member.name?.getText() === name) ||
      assigns(own, name)
    return isOwn ? undefined : `HTMLElement.prototype.${name}`
  }
  const base = platformPath(node.expression, declared)
  // properties of styles are no members that a page could take away
  if (name === 'style') return undefined
  if (base === 'document' && (name === 'body' || name === 'documentElement' || name === 'head'))
    return 'HTMLElement.prototype'
  return memberPath(base, name)
}
const assigned = new WeakMap<ts.Node, Set<string>>()
function assigns(own: ts.ClassLikeDeclaration, name: string): boolean {
  let names = assigned.get(own)
  if (!names) {
    names = new Set()
    for (const member of own.members)
      walk(member, (node) => {
        if (
          ts.isBinaryExpression(node) &&
          node.operatorToken.kind === ts.SyntaxKind.EqualsToken &&
          ts.isPropertyAccessExpression(node.left) &&
          node.left.expression.kind === ts.SyntaxKind.ThisKeyword
        )
          names!.add(node.left.name.text)
      })
    assigned.set(own, names)
  }
  return names.has(name)
}

/**
 * Every name that a file gives to something, whatever its scope: a name of the browser that is used for
 * something else is not told apart, and not named.
 */
function namesDeclaredIn(source: ts.SourceFile): ReadonlySet<string> {
  const names = new Set<string>()
  walk(source, (node) => {
    if (
      (ts.isVariableDeclaration(node) ||
        ts.isParameter(node) ||
        ts.isBindingElement(node) ||
        ts.isFunctionDeclaration(node) ||
        ts.isClassDeclaration(node) ||
        ts.isImportSpecifier(node) ||
        ts.isImportClause(node) ||
        ts.isNamespaceImport(node) ||
        ts.isEnumDeclaration(node)) &&
      node.name &&
      ts.isIdentifier(node.name)
    )
      names.add(node.name.text)
  })
  return names
}
