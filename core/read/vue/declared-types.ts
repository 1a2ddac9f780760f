import type ts from 'typescript'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { takenBy } from '../source/signatures'
import type { VueMembers } from './members'

const saysLittle = (type: TypeModel): boolean =>
  type.is === 'other'
    ? ['any', 'unknown', 'object'].includes(type.text)
    : type.is === 'list'
      ? saysLittle(type.of)
      : type.is === 'string' || type.is === 'object'

/**
 * Joins a compiled component with the declarations that were written for it: the types of its props, with
 * their
 * comments. What an instance is given stands in `$props` (Vue, `ComponentPublicInstance`).
 */
export function joinVueDeclarations(members: VueMembers, file: string, names: readonly string[]): void {
  if (!/\.[cm]?jsx?$/.test(file)) return
  const { checker } = members.types
  const symbol = members.types.declared(file, names)
  const at = symbol?.declarations?.[0]
  if (!symbol || !at) return
  const given = propsOfInstance(checker, checker.getTypeOfSymbolAtLocation(symbol, at), at)
  if (!given) return
  for (const { symbol: own, name, model } of members.types.propsOf(given, at)) {
    const prop = members.props.get(name)
    if (!prop) {
      joinEvent(members, name, own, at)
      continue
    }
    const { type } = withoutUndefined(model())
    if (saysLittle(prop.type) && !(type.is === 'other' && type.text === 'any')) prop.type = type
    const words = members.types.wordsOf(own)
    prop.comment ??= words.comment
    prop.deprecated ??= words.deprecated
  }
}

/** What an event carries, as its handler is declared: `onUpdate:open` of `update:open`. */
function joinEvent({ events, types }: VueMembers, handler: string, own: ts.Symbol, at: ts.Node): void {
  const event = events.get(handler.slice(2, 3).toLowerCase() + handler.slice(3))
  if (!event || !/^on[A-Z]/.test(handler)) return
  const [given] = takenBy(types, types.checker.getTypeOfSymbolAtLocation(own, at), at) ?? []
  if (given) event.detail ??= given
}

function propsOfInstance(checker: ts.TypeChecker, type: ts.Type, at: ts.Node): ts.Type | undefined {
  const instance = type.getConstructSignatures().at(-1)?.getReturnType()
  const props = instance?.getProperty('$props')
  return props && checker.getTypeOfSymbolAtLocation(props, at)
}
