import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import type { Place } from '../../contract/member'
import type { Problem } from '../../problem'
import { evaluate } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { hasModifier, unwrap } from '../source/nodes'
import {
  helperCalled,
  helperIn,
  helpersOf,
  isDefine,
  nameAsked,
  parameterAround,
  type HelperAt,
} from './define-helpers'
import { collectedClasses } from './collected'
import { tagGiven } from './tag-given'
import { compiledDecorators } from './compiled-decorators'
import { namesOf, staticsOf } from './statics'
import { assignedValue, declarationOf, functionBehind } from '../source/declarations'
import type { ClassNode } from './lineage'
import { customElementName } from './template'
import { readManifest } from '../manifest/read'
import { isManifest } from '../source/reading'
import { registeredTwice, type Again } from './registered-twice'
import { Registering } from './registering'

export interface Registered {
  node: ClassNode
  place: Place
  /** The function that brings it in, for a class that a compiler collected. */
  broughtInBy?: string
}

/**
 * Which class is registered under which tag: by `customElements.define(tag, class)`, direct or through
 * a helper of the library that passes both on; by a class decorator that is given a tag, also as
 * compilers leave it; and by a static method of the class that is given one, `TheClass.define('x-tag')`.
 */
export function registrations(sources: SourceSet, problems: Problem[]): Map<string, Registered> {
  const found = new Map<string, Registered>()
  const helpers = helpersOf(sources)
  const again: Again[] = []

  const record = ({ at, tag, node }: Given) => {
    const place = sources.place(at)
    if (!customElementName.test(tag)) {
      problems.push({
        code: 'bad-tag',
        what: `“${tag}” is not a name a custom element can have.`,
        where: place,
        todo: 'Use lower case letters with a hyphen inside, such as tern-notice-strip.',
      })
    } else if (!found.has(tag)) found.set(tag, { node, place })
    else if (found.get(tag)!.node === node) {
      // registered in several ways, one of which is loaded: in its own module, or in the plainest
      if (isPlainer(place.file, found.get(tag)!.place.file, node)) found.set(tag, { node, place })
    } else again.push({ tag, place })
  }

  const composed: Given[] = []
  for (const file of sources.scripts.values())
    for (const given of sources.once(`registrations ${file.fileName}`, [file.fileName], () =>
      givenIn(sources, helpers, file),
    ))
      if (given.composed) composed.push(given)
      else record(given)
  const registering = new Registering(sources)
  const runs = (node: ClassNode, otherwise: ts.Node) => registering.callFor(node) ?? otherwise
  for (const given of composed) record({ ...given, at: runs(given.node, given.at) })
  for (const { tag, className, files } of statedElements(sources)) {
    const node = found.has(tag) ? undefined : classNamed(sources, files[0]!, className)
    if (node) record({ at: runs(node, node), tag, node })
  }
  for (const { tag, node, loader } of collectedClasses(sources))
    if (!found.has(tag))
      found.set(tag, { node, place: { file: loader.file, line: 1 }, broughtInBy: loader.name })
  problems.push(...registeredTwice(again, found))
  return found
}

/** Whether a file that registers a class is to be loaded rather than another that does. */
function isPlainer(file: string, other: string, node: ClassNode): boolean {
  const own = node.getSourceFile().fileName
  return other !== own && (file === own || file.length < other.length)
}

/** Elements that a manifest of the library's own states. */
const statedElements = (sources: SourceSet): Contract[] =>
  [...sources.texts.entries()]
    .filter(([path]) => isManifest(path))
    .flatMap(
      ([path, text]) => sources.once(`manifest ${path}`, [path], () => readManifest(path, text)).contracts,
    )

/** The class that a module of the library has under a name, or hands on under it. */
function classNamed(sources: SourceSet, module: string, name: string): ClassNode | undefined {
  const file = sources.script(module)
  if (!file) return undefined
  const own = sources.gather(file).classes.find((node) => namesOf(node).has(name))
  const handed = own ? undefined : sources.lookUpExport(module, name)
  return (
    own ?? (handed?.is === 'node' && ts.isClassLike(handed.node) ? (handed.node as ClassNode) : undefined)
  )
}

/** A tag given to a class, where that is done. */
interface Given {
  at: ts.Node
  tag: string
  node: ClassNode
  /** What is put together here is registered elsewhere. */
  composed?: boolean
}

function givenIn(sources: SourceSet, helpers: ReadonlyMap<ts.Node, HelperAt>, file: ts.SourceFile): Given[] {
  const found: Given[] = []
  const record = (at: ts.Node, tag: unknown, node: ClassNode | undefined, composed = false) => {
    if (typeof tag === 'string' && node) found.push({ at, tag, node, composed })
  }
  const recordAt = ({ arguments: given }: ts.CallExpression, at: HelperAt | undefined) => {
    const [tag, node] = at ? [given[at.tag], given[at.node]] : []
    if (tag && node) record(tag.parent, evaluate(sources, tag), classOf(sources, node))
  }
  const { calls, classes } = sources.gather(file)
  for (const node of calls) {
    const [first, second] = node.arguments
    if (isDefine(node)) record(node, evaluate(sources, first!), classOf(sources, second!))
    else if (ts.isIdentifier(node.expression)) {
      const helper = sources.lookUp(file.fileName, node.expression.text)
      const at =
        helper?.is === 'node'
          ? (helpers.get(helper.node) ?? helperIn(sources, helper) ?? helperTaken(sources, node, helper.node))
          : undefined
      if (at) recordAt(node, at)
      else if (first && helper?.is === 'node') {
        const named = nameAsked(sources, helper.node)
        const given = named === undefined ? undefined : classOf(sources, first)
        const tag = given && named !== undefined ? staticsOf(sources, given).get(named) : undefined
        if (tag) record(node, evaluate(sources, tag), given)
      }
    } else if (
      ts.isPropertyAccessExpression(node.expression) &&
      ts.isIdentifier(node.expression.expression)
    ) {
      const method = node.expression.name.text
      const owner = classOf(sources, node.expression.expression)
      if (!owner) {
        if (mayBeTag(node)) recordAt(node, helperCalled(sources, node.expression))
      } else if (first && /^(define|register|compose)/.test(method))
        // the class's own method, or one of its framework's, that is given a tag or options with one
        record(node, tagGiven(sources, node), owner, method.startsWith('compose'))
      else {
        const tag = tagByOwnMethod(sources, owner, method)
        if (tag) record(node, evaluate(sources, tag), owner)
      }
    }
    const made = madeWithTag(node)
    if (made) record(node, made.tag, made.node)
  }
  for (const node of classes) {
    const decorators = (ts.canHaveDecorators(node) && ts.getDecorators(node)) || []
    const expressions = decorators.map((decorator) => decorator.expression)
    record(decorators[0] ?? node, tagByDecorators(sources, node, expressions), node)
  }
  for (const { target, key, decorators, at } of compiledDecorators(sources, file)) {
    if (key !== undefined) continue
    const node = ts.isIdentifier(target) ? classOf(sources, target) : target
    record(at, node && tagByDecorators(sources, node, decorators), node)
  }
  return found
}

/** Whether a call is handed what may be a tag: only then it is looked up what it calls. */
const mayBeTag = ({ arguments: given }: ts.CallExpression): boolean =>
  given.length > 1 &&
  given.some((argument) => ts.isStringLiteralLike(argument) && customElementName.test(argument.text))

/** The same of a function that was taken out of an object: `const { define } = makeRuntime(…)`. */
const helperTaken = (sources: SourceSet, call: ts.CallExpression, node: ts.Declaration) =>
  ts.isBindingElement(node) ? helperCalled(sources, call.expression) : undefined

/**
 * The tag that decorators give a class. Several may be handed a text with a hyphen, such as an event's name:
 * the
 * one counts whose own source registers what it is given, or whose name says so, or that is given a name like
 * the
 * class's.
 */
function tagByDecorators(
  sources: SourceSet,
  node: ClassNode,
  decorators: readonly ts.Expression[],
): string | undefined {
  const ranked = decorators
    .flatMap((decorator) => {
      const tag = tagGiven(sources, decorator)
      return tag === undefined ? [] : [{ tag, rank: rankOf(sources, node, decorator, tag) }]
    })
    .filter(({ rank }) => rank > 0)
    .sort((a, b) => b.rank - a.rank)
  return ranked[0]?.tag
}

function rankOf(sources: SourceSet, node: ClassNode, decorator: ts.Expression, tag: string): number {
  const call = unwrap(decorator)
  const callee = ts.isCallExpression(call) ? unwrap(call.expression) : call
  const fn = functionBehind(sources, callee)
  if (fn && doesDefine(sources, fn)) return 3
  const name = ts.isPropertyAccessExpression(callee) ? callee.name.text : callee.getText()
  if (/element|component|tag|define|register/i.test(name)) return 2
  const plain = tag.replaceAll('-', '')
  return [...namesOf(node)].some((own) => own !== '' && plain.endsWith(own.toLowerCase())) ? 1 : 0
}

/** Whether a function registers an element, itself or by a function that it calls. */
function doesDefine(sources: SourceSet, fn: ts.Node, depth = 0): boolean {
  return sources.gather(fn).calls.some((call) => {
    if (isDefine(call)) return true
    const inner = depth < 3 ? functionBehind(sources, call.expression) : undefined
    return inner !== undefined && inner !== fn && doesDefine(sources, inner, depth + 1)
  })
}

/**
 * The tag under which a class registers itself by a static method of its own where none is given:
 * `static define(tag = 'x-tag') { customElements.define(tag, this) }`.
 */
function tagByOwnMethod(sources: SourceSet, node: ClassNode, name: string): ts.Expression | undefined {
  const method = node.members.find(
    (member): member is ts.MethodDeclaration =>
      ts.isMethodDeclaration(member) &&
      member.name.getText() === name &&
      hasModifier(member, ts.SyntaxKind.StaticKeyword),
  )
  const call =
    method &&
    sources
      .gather(method)
      .calls.find(
        ({ expression, arguments: [tag, target] }) =>
          ts.isPropertyAccessExpression(expression) &&
          expression.name.text === 'define' &&
          tag !== undefined &&
          target?.kind === ts.SyntaxKind.ThisKeyword,
      )
  const tag = call?.arguments[0]
  const parameter = tag && ts.isIdentifier(tag) ? parameterAround(tag) : undefined
  return parameter ? parameter.initializer : tag
}

/**
 * A class that a compiler hands to a helper with a list in which its tag stands: `make(class …, [1,
 * "x-tag"])`.
 */
function madeWithTag(call: ts.CallExpression): { node: ClassNode; tag: string } | undefined {
  const node = call.arguments.find(ts.isClassExpression)
  const list = node && call.arguments.find(ts.isArrayLiteralExpression)
  const tag = list?.elements.find(
    (element): element is ts.StringLiteral =>
      ts.isStringLiteral(element) && customElementName.test(element.text),
  )
  return node && tag ? { node, tag: tag.text } : undefined
}

/** The class that an expression stands for, whatever names it goes through. */
export function classOf(sources: SourceSet, expression: ts.Expression, depth = 0): ClassNode | undefined {
  const node = assignedValue(expression)
  if (ts.isClassExpression(node)) return node
  if (!ts.isIdentifier(node)) return undefined
  const found = declarationOf(sources, node)
  if (!found) return undefined
  if (ts.isClassLike(found)) return found as ClassNode
  const made =
    ts.isVariableDeclaration(found) && found.initializer ? assignedValue(found.initializer) : undefined
  if (made && ts.isClassExpression(made)) return made
  if (made) return ts.isIdentifier(made) && depth < 10 ? classOf(sources, made, depth + 1) : undefined
  // `let X = class …` as compilers leave it: assigned further down
  return sources.gather(node.getSourceFile()).classes.find((classNode) => namesOf(classNode).has(node.text))
}
