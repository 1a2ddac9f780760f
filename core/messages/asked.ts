import ts from 'typescript'
import type { SourceSet } from '../read/source/source-set'
import { textsOf } from '../read/source/texts'
import { walk } from '../read/source/walk'
import { isFunction } from './bundles'

// Which messages code asks for: by a function that looks one up by its key, or by taking it out of the constant.

type Body = ts.FunctionDeclaration | ts.ArrowFunction | ts.FunctionExpression | ts.MethodDeclaration
/** Rounds in which functions are found that hand a key on to others. */
const mostRounds = 5

/** A key that a script asks for. */
export interface Asked {
  file: string
  key: string
}

/**
 * The keys that scripts ask for. `isTable` says of a name in a file whether it is a constant of messages.
 */
export function askedKeys(
  sources: SourceSet,
  isTable: (file: string, name: ts.Identifier) => boolean,
): Asked[] {
  const functions = [...sources.scripts].flatMap(([file, script]) => functionsIn(file, script))
  const asking = new Set<string>()
  for (let round = 0; round < mostRounds; round++) {
    const before = asking.size
    for (const { file, name, body } of functions)
      if (!asking.has(name) && looksUp(file, body, asking, isTable)) asking.add(name)
    if (asking.size === before) break
  }
  return [...sources.scripts].flatMap(([file, script]) => keysIn(sources, file, script, asking, isTable))
}

function functionsIn(file: string, script: ts.SourceFile): { file: string; name: string; body: Body }[] {
  const found: { file: string; name: string; body: Body }[] = []
  walk(script, (node) => {
    if ((ts.isFunctionDeclaration(node) || ts.isMethodDeclaration(node)) && node.name)
      found.push({ file, name: node.name.getText(), body: node })
    else if (ts.isVariableDeclaration(node) && node.initializer && isFunction(node.initializer))
      found.push({ file, name: node.name.getText(), body: node.initializer })
  })
  return found
}

/** Whether a function looks a message up by what it is given: in the constant, or by another that does. */
function looksUp(
  file: string,
  body: Body,
  asking: ReadonlySet<string>,
  isTable: (file: string, name: ts.Identifier) => boolean,
): boolean {
  const given = new Set(body.parameters.flatMap(({ name }) => (ts.isIdentifier(name) ? [name.text] : [])))
  const isGiven = (node: ts.Node | undefined): boolean =>
    node !== undefined && ts.isIdentifier(node) && given.has(node.text)
  let [knowsTable, takesByKey, handsOn] = [false, false, false]
  walk(body, (node) => {
    if (ts.isIdentifier(node)) knowsTable ||= isTable(file, node)
    else if (ts.isElementAccessExpression(node)) takesByKey ||= isGiven(node.argumentExpression)
    else if (ts.isCallExpression(node))
      handsOn ||= asking.has(calleeOf(node)) && node.arguments.some((argument) => isGiven(argument))
  })
  return (knowsTable && takesByKey) || handsOn
}

/** What is called, by the last of its names. */
const calleeOf = ({ expression }: ts.CallExpression): string =>
  ts.isPropertyAccessExpression(expression)
    ? expression.name.text
    : ts.isIdentifier(expression)
      ? expression.text
      : ''

function keysIn(
  sources: SourceSet,
  file: string,
  script: ts.SourceFile,
  asking: ReadonlySet<string>,
  isTable: (file: string, name: ts.Identifier) => boolean,
): Asked[] {
  const keys: string[] = []
  /** Names of what was taken out of the constant: the messages of one language. */
  const taken = new Set<string>()
  const leadsToTable = (node: ts.Expression): boolean => {
    let isFound = false
    walk(node, (inner) => {
      isFound ||= ts.isIdentifier(inner) && (isTable(file, inner) || taken.has(inner.text))
      return !isFound
    })
    return isFound
  }
  walk(script, (node) => {
    if (
      ts.isVariableDeclaration(node) &&
      ts.isIdentifier(node.name) &&
      node.initializer &&
      !isFunction(node.initializer)
    ) {
      if (!ts.isObjectLiteralExpression(node.initializer) && leadsToTable(node.initializer))
        taken.add(node.name.text)
    } else if (ts.isCallExpression(node)) {
      for (const argument of node.arguments)
        // a key of a group names a message wherever it is handed to
        for (const text of textsOf(sources, argument))
          if (asking.has(calleeOf(node)) || /^[\w-]+(\.[\w-]+)+$/.test(text)) keys.push(text)
    } else if (ts.isPropertyAccessExpression(node)) {
      const path = pathOf(node)
      if (path && leadsToTable(path.root)) keys.push(...path.tails)
    }
  })
  return [...new Set(keys)].map((key) => ({ file, key }))
}

/** `text.more.one` as its root and all ends of its path: `more.one`, `one`. */
function pathOf(node: ts.PropertyAccessExpression): { root: ts.Expression; tails: string[] } | undefined {
  const steps: string[] = []
  let root: ts.Expression = node
  while (ts.isPropertyAccessExpression(root)) {
    steps.unshift(root.name.text)
    root = root.expression
  }
  return { root, tails: steps.map((_step, i) => steps.slice(i).join('.')) }
}
