import ts from 'typescript'
import { objectBehind, optionOf } from '../source/declarations'
import { evaluate } from '../source/evaluate'
import { unwrap } from '../source/nodes'
import { exposedBySetup } from './exposed'
import type { VueMembers } from './members'
import { runtimeProps } from './options'
import { camel } from './template'

/**
 * The options a Vue file, or a script it extends, exports as its default; bases and mixins first, so that
 * nearer ones win.
 */
export function readOptionsOf(members: VueMembers, file: string, seen = new Set<string>()): void {
  if (seen.has(file) || seen.size > 30) return
  seen.add(file)
  const found = members.sources.lookUpExport(file, 'default')
  const expression =
    found?.is === 'node'
      ? ts.isExportAssignment(found.node)
        ? found.node.expression
        : ts.isVariableDeclaration(found.node)
          ? found.node.initializer
          : undefined
      : undefined
  const options = expression && objectBehind(members.sources, expression)
  if (!options) return
  readOptions(members, options, seen)
  if (found?.is === 'node') members.readComment(found.node)
}

/** Members that an object of options declares, bases and mixins after it. */
export function readOptions(
  members: VueMembers,
  options: ts.ObjectLiteralExpression,
  seen: Set<string>,
): void {
  readGeneralOptions(members, options)
  const props = optionOf(options, 'props')
  if (props) for (const runtimeProp of runtimeProps(members.sources, props)) members.addRuntime(runtimeProp)
  const emits = optionOf(options, 'emits')
  if (emits) members.emitsOfValue(emits)
  const expose = optionOf(options, 'expose')
  const exposed = expose && evaluate(members.sources, expose)
  if (expose && Array.isArray(exposed))
    for (const name of exposed) if (typeof name === 'string') members.expose(name, expose)
  exposedBySetup(members, options)
  const mixins = optionOf(options, 'mixins')
  const bases = [
    optionOf(options, 'extends'),
    ...(mixins && ts.isArrayLiteralExpression(unwrap(mixins))
      ? (unwrap(mixins) as ts.ArrayLiteralExpression).elements
      : []),
  ]
  for (const base of bases) if (base) readBase(members, base, seen)
}

/** What options say of the component itself: its name, and whether attributes fall through to its root. */
export function readGeneralOptions(members: VueMembers, options: ts.ObjectLiteralExpression): void {
  const name = optionOf(options, 'name')
  const given = name && evaluate(members.sources, name)
  if (typeof given === 'string' && given)
    members.name ??= camel(given).replace(/^./, (letter) => letter.toUpperCase())
  const inherit = optionOf(options, 'inheritAttrs')
  if (inherit && evaluate(members.sources, inherit) === false) members.inherits = false
}

function readBase(members: VueMembers, expression: ts.Expression, seen: Set<string>): void {
  const node = unwrap(expression)
  const name = members.name
  if (ts.isIdentifier(node)) {
    const from = members.sources.importOf(node.getSourceFile().fileName, node.text)
    const file = from && members.sources.moduleAt(node.getSourceFile().fileName, from.from)
    if (file && from.name === 'default') {
      const [summary, deprecated] = [members.summary, members.deprecated]
      // what a base says of itself is not said of this one
      members.name ??= ''
      readOptionsOf(members, file, seen)
      Object.assign(members, { summary, deprecated })
      members.name = name
      return
    }
  }
  const options = objectBehind(members.sources, node)
  if (options) readOptions(members, options, seen)
  members.name = name
}
