import ts from 'typescript'
import { localDeclaration } from '../source/constants'
import type { Opener } from '../source/fragment'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { walk } from '../source/walk'
import { directSink, taggedSink, type Sink } from './direct-sinks'
import type { ClassNode } from './lineage'
import { eventHeardBy } from './listened'

type FunctionNode = ts.FunctionLikeDeclaration

/** What parameters stand for where a helper is called. */
export type Given = ReadonlyMap<ts.ParameterDeclaration, ts.Expression>
/** A use of a value, with what the parameters in it stand for. */
export interface Use extends Sink {
  given: Given
}
const nothing: Given = new Map()

/** What frameworks call the options that hold a component's style and its markup. */
const optionKinds: Partial<Record<string, Sink['kind']>> = {
  styles: 'style',
  style: 'style',
  template: 'markup',
}

/** A call that is followed: the function, and the arguments its parameters get. */
interface Followed {
  fn: FunctionNode
  values: readonly ts.Expression[]
}

/**
 * What a component's code does with markup, styles and events. Helpers are followed: where a function uses
 * one of
 * its parameters so, alone or among other text, its calls count with their arguments; a constructor of a
 * superclass
 * that is handed something by `super(…)` is such a helper, and so is a private method as compilers leave it.
 */
export class Sinks {
  private readonly ofFunctions = new Map<FunctionNode, Use[]>()

  constructor(private readonly sources: SourceSet) {}

  /** Texts among the options that a class is given: `styles: sheet`, `template: '<slot></slot>'`. */
  inOptions(options: readonly ts.Expression[]): Use[] {
    return options.flatMap((given) => {
      const object = unwrap(given)
      if (!ts.isObjectLiteralExpression(object)) return []
      return object.properties.flatMap((property): Use[] => {
        const kind = optionKinds[property.name?.getText() ?? '']
        const value = ts.isPropertyAssignment(property)
          ? property.initializer
          : ts.isShorthandPropertyAssignment(property)
            ? property.name
            : undefined
        return kind && value ? [{ kind, value, at: property, given: nothing }] : []
      })
    })
  }

  /** All uses in the given nodes. `classes` are where `this.method()` and `super(…)` are looked for. */
  in(nodes: ts.Node[], classes: ClassNode[]): Use[] {
    const direct: Use[] = []
    const bound: (Use & { from: ts.Expression })[] = []
    for (const root of nodes) {
      const { calls, assignments, tagged } = this.sources.gather(root)
      for (const node of tagged) {
        const sink = taggedSink(node)
        if (sink) direct.push({ ...sink, given: nothing })
      }
      for (const node of [...assignments, ...calls]) {
        const sink = directSink(this.sources, node)
        if (sink) direct.push({ ...sink, given: nothing })
        if (ts.isCallExpression(node)) bound.push(...this.through(node, classes))
      }
    }
    const known = bound.filter((use) => !isParameter(use.value))
    // what is known by its calls need not be told once more without them
    const told = new Set(known.map((use) => use.from))
    return [
      ...direct.filter((use) => !isParameter(use.value) && !told.has(use.value)),
      ...known.map(({ from: _from, ...use }) => use),
    ]
  }

  /** What a call comes to in the function that it calls: `from` is the value as it is written there. */
  private through(call: ts.CallExpression, classes: ClassNode[]): (Use & { from: ts.Expression })[] {
    const followed = this.followed(call, classes)
    if (!followed) return []
    const { fn, values } = followed
    return this.passesOn(fn, classes).map((use) => {
      const given = new Map(use.given)
      fn.parameters.forEach((parameter, i) => {
        const value = values[i] ?? parameter.initializer
        if (value) given.set(parameter, value)
      })
      const meant = (expression: ts.Expression | undefined) => {
        const parameter = expression && parameterOf(expression)
        return (parameter && parameter.parent === fn && given.get(parameter)) || expression
      }
      return {
        ...use,
        from: use.value,
        value: meant(use.value) ?? use.value,
        at: call,
        detail: meant(use.detail),
        options: meant(use.options),
        typed: call.typeArguments?.[0] ?? (use.detail && parameterOf(use.detail) ? undefined : use.typed),
        given,
      }
    })
  }

  /** Uses in a function that hang on what it is given. */
  private passesOn(fn: FunctionNode, classes: ClassNode[]): Use[] {
    const known = this.ofFunctions.get(fn)
    if (known) return known
    const found: Use[] = []
    this.ofFunctions.set(fn, found)
    if (!fn.body) return found
    const { calls, assignments } = this.sources.gather(fn.body)
    for (const node of [...assignments, ...calls]) {
      const direct = directSink(this.sources, node)
      const uses: Use[] = [
        ...(direct ? [{ ...direct, given: nothing }] : []),
        ...(ts.isCallExpression(node)
          ? this.through(node, classes).map(({ from: _from, ...use }) => use)
          : []),
      ]
      found.push(...uses.filter((use) => hangsOn(use, fn)))
    }
    return found
  }

  private followed(call: ts.CallExpression, classes: ClassNode[]): Followed | undefined {
    const values = [...call.arguments]
    const { expression } = call
    if (ts.isIdentifier(expression)) {
      const fn = this.functionNamed(expression)
      return fn && { fn, values }
    }
    if (expression.kind === ts.SyntaxKind.SuperKeyword) {
      const fn = after(call, classes)
        .map((node) => node.members.find(ts.isConstructorDeclaration))
        .find((constructor) => constructor !== undefined)
      return fn && { fn, values }
    }
    if (!ts.isPropertyAccessExpression(expression)) return undefined
    const { expression: owner, name } = expression
    if (name.text === 'call') {
      const fn = this.privateMethod(owner)
      return fn && { fn, values: values.slice(1) }
    }
    const holders =
      owner.kind === ts.SyntaxKind.ThisKeyword
        ? classes
        : owner.kind === ts.SyntaxKind.SuperKeyword
          ? after(call, classes)
          : []
    const fn = holders.flatMap((node) => methodNamed(node, name.text) ?? [])[0]
    return fn && { fn, values }
  }

  private functionNamed(name: ts.Identifier): FunctionNode | undefined {
    const file = name.getSourceFile()
    const found = this.sources.lookUp(file.fileName, name.text)
    if (found?.is !== 'node') return undefined
    if (ts.isFunctionDeclaration(found.node)) return found.node
    if (!ts.isVariableDeclaration(found.node)) return undefined
    const made =
      found.node.initializer ??
      this.sources
        .gather(found.node.getSourceFile())
        .assignments.find(({ left }) => ts.isIdentifier(left) && left.text === name.text)?.right
    return made && isFunction(made) ? made : undefined
  }

  /**
   * `_strike.call(this)`, `helper(this, _instances, "m", _strike).call(this)`: a method kept outside its
   * class.
   */
  private privateMethod(owner: ts.Expression): FunctionNode | undefined {
    const node = unwrap(owner)
    if (ts.isIdentifier(node)) return this.functionNamed(node)
    if (!ts.isCallExpression(node)) return undefined
    return node.arguments.flatMap((argument) =>
      ts.isIdentifier(argument) ? (this.functionNamed(argument) ?? []) : [],
    )[0]
  }
}

const isFunction = (node: ts.Expression): node is ts.ArrowFunction | ts.FunctionExpression =>
  ts.isArrowFunction(node) || ts.isFunctionExpression(node)

/** The classes behind the one that a node stands in. */
const after = (node: ts.Node, classes: ClassNode[]): ClassNode[] => {
  const own = classes.findIndex((classNode) => classNode === ts.findAncestor(node, ts.isClassLike))
  return own < 0 ? [] : classes.slice(own + 1)
}

const methodNamed = (node: ClassNode, name: string): FunctionNode | undefined => {
  for (const member of node.members) {
    if (!member.name || (!ts.isIdentifier(member.name) && !ts.isPrivateIdentifier(member.name))) continue
    if (member.name.text !== name) continue
    if (ts.isMethodDeclaration(member)) return member
    if (ts.isPropertyDeclaration(member) && member.initializer && isFunction(member.initializer))
      return member.initializer
  }
  return undefined
}

function parameterOf(expression: ts.Expression): ts.ParameterDeclaration | undefined {
  const node = unwrap(expression)
  const local = ts.isIdentifier(node) ? localDeclaration(node) : undefined
  return local && ts.isParameter(local) ? local : undefined
}
const isParameter = (expression: ts.Expression): boolean => parameterOf(expression) !== undefined

/** Whether what is used is known only by what a function is given. */
const hangsOn = (use: Use, fn: FunctionNode): boolean =>
  fn.parameters.length > 0 && mentions(use.value, fn, use.given)

function mentions(expression: ts.Expression, fn: FunctionNode, given: Given, depth = 0): boolean {
  let found = false
  const look = (node: ts.Node) => {
    const parameter = ts.isIdentifier(node) ? parameterOf(node) : undefined
    const value = parameter && given.get(parameter)
    if (parameter?.parent === fn) found = true
    else if (value && depth < 10) found ||= mentions(value, fn, given, depth + 1)
    return !found
  }
  look(expression)
  walk(expression, look)
  return found
}

/**
 * Opens parameters by what they are given, and the type of an event that is dispatched again by what was
 * listened
 * for; all else as `open` does.
 */
export const openerWith =
  (sources: SourceSet, { given }: Use, classes: ClassNode[], open: Opener): Opener =>
  (node) => {
    const parameter = parameterOf(node)
    if (parameter && given.has(parameter)) return given.get(parameter)
    if (ts.isPropertyAccessExpression(node) && node.name.text === 'type') {
      const event = lastGiven(node.expression, given)
      if (event) return eventHeardBy(sources, event, classes)
    }
    return open(node)
  }

/** The parameter that an expression is in the end, through what parameters are given. */
function lastGiven(expression: ts.Expression, given: Given): ts.ParameterDeclaration | undefined {
  let parameter = parameterOf(expression)
  for (let i = 0; parameter && i < 10; i++) {
    const value = given.get(parameter)
    const next = value && parameterOf(value)
    if (!next) break
    parameter = next
  }
  return parameter
}
