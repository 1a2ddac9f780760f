import type ts from 'typescript'
import type { Slot } from '../../contract/slot'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { saysNothing } from '../../contract/weight'
import type { CheckedTypes } from '../source/checked-types'
import { takenBy } from '../source/signatures'
import type { VueMembers } from './members'
import { slotNamed } from './script-slots'

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
  const type = checker.getTypeOfSymbolAtLocation(symbol, at)
  joinSlots(members, typeInInstance(checker, type, '$slots', at), at)
  const given = typeInInstance(checker, type, '$props', at)
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

/** What slots are declared to hand over, which compiled code does not tell the types of. */
function joinSlots({ slots, sources, types }: VueMembers, declared: ts.Type | undefined, at: ts.Node): void {
  for (const own of declared?.getProperties() ?? []) {
    const name = own.name === 'default' ? '' : own.name
    if (!slots.has(name) && types.isOwn(own))
      slots.set(name, slotNamed(name, sources.place(own.declarations![0]!)))
    const slot = slots.get(name)
    if (!slot) continue
    const { comment } = types.wordsOf(own)
    if (comment) slot.comment ??= comment
    const [signature] = types.checker
      .getNonNullableType(types.checker.getTypeOfSymbolAtLocation(own, at))
      .getCallSignatures()
    const [values] = signature?.getParameters() ?? []
    if (values) slot.passes = withTypes(types, slot.passes, values, at)
  }
}

function withTypes(
  types: CheckedTypes,
  passes: Slot['passes'],
  values: ts.Symbol,
  at: ts.Node,
): Slot['passes'] {
  const fields = types.checker.getTypeOfSymbolAtLocation(values, at).getProperties()
  return passes?.map((pass) => {
    const field = fields.find(({ name }) => name === pass.name)
    const type = field && types.ofMember(field, at)
    return type && !saysNothing(type) ? { ...pass, type } : pass
  })
}

/** The type of what instances have under a name (Vue, `ComponentPublicInstance`). */
function typeInInstance(
  checker: ts.TypeChecker,
  type: ts.Type,
  name: string,
  at: ts.Node,
): ts.Type | undefined {
  const instance = type.getConstructSignatures().at(-1)?.getReturnType()
  const member = instance?.getProperty(name)
  return member && checker.getTypeOfSymbolAtLocation(member, at)
}
