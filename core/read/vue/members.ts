import ts from 'typescript'
import type { Event } from '../../contract/event'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import type { Slot } from '../../contract/slot'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import type { CheckedTypes } from '../source/checked-types'
import { tagText, wordsOf } from '../source/comments'
import { objectBehind } from '../source/declarations'
import { shownDefault } from '../source/defaults'
import { methodAt } from '../source/signatures'
import { compareDefault } from '../source/stated-default'
import { evaluate, nameOf } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import { typeOfNode } from '../source/type-nodes'
import type { RuntimeProp } from './options'
import { runtimeFunction } from './runtime'

/** The members of one component as they are found, in whatever form they are declared. */
export class VueMembers {
  readonly props = new Map<string, Prop>()
  readonly events = new Map<string, Event>()
  readonly slots = new Map<string, Slot>()
  readonly methods = new Map<string, Method>()
  /** Defaults as comments state them. */
  readonly stated = new Map<string, string>()

  /** What it calls itself, where it does. */
  name: string | undefined
  /** Whether attributes that are no props fall through to its root. */
  inherits = true
  summary = ''
  deprecated: string | undefined

  constructor(
    readonly sources: SourceSet,
    readonly types: CheckedTypes,
  ) {}

  /** Takes over what stands in the comment of the component. */
  readComment(node: ts.Node): void {
    this.summary ||= wordsOf(node)
    this.deprecated ??= tagText(node, 'deprecated')
  }

  addRuntime({ name, node, type, required, default: value }: RuntimeProp): void {
    if (this.props.has(name) || tagText(node, 'internal', 'private', 'ignore') !== undefined) return
    const written = ts.getJSDocType(node)
    const comment = wordsOf(node)
    const deprecated = tagText(node, 'deprecated')
    const model = written ? typeOfNode(this.sources, written) : type
    const prop: Prop = {
      kind: 'prop',
      name,
      place: this.sources.place(node),
      known: 'declared',
      disagreements: [],
      type: this.opened(model, node),
      readonly: false,
      reflects: false,
      required,
      ...(comment ? { comment } : {}),
      ...(deprecated !== undefined ? { deprecated } : {}),
    }
    this.props.set(name, prop)
    const stated = tagText(node, 'default', 'defaultValue')
    if (stated) this.stated.set(name, stated)
    if (value) this.setDefault(prop, value)
    else if (model.is === 'boolean') Object.assign(prop, { default: 'false', defaultValue: false })
  }

  /** What the plain reading of a type leaves as a name is asked of the compiler. */
  private opened(type: TypeModel, node: ts.Node): TypeModel {
    const cast = type.is === 'other' ? findTypeArgument(node) : undefined
    return cast
      ? withoutUndefined(this.types.model(this.types.checker.getTypeFromTypeNode(cast), cast)).type
      : type
  }

  /** Props with what is told of each, once all that says something of them was read. */
  toldProps(): Prop[] {
    for (const prop of this.props.values()) compareDefault(prop, this.stated.get(prop.name))
    return [...this.props.values()].filter(({ name }) => !this.isModifiers(name))
  }

  /**
   * Whether a prop is what Vue's compiler makes for modifiers of a model, as `openModifiers` of `open`:
   * whoever uses the component writes `v-model:open.trim` (Vue guide, component v-model).
   */
  private isModifiers(name: string): boolean {
    const model = /^(.+)Modifiers$/.exec(name)?.[1]?.replace(/^model$/, 'modelValue')
    return model !== undefined && this.props.has(model) && this.events.has(`update:${model}`)
  }

  setDefault(prop: Prop, value: ts.Expression): void {
    delete prop.default
    delete prop.defaultValue
    const isFunction =
      prop.type.is === 'function' &&
      (ts.isArrowFunction(unwrap(value)) || ts.isFunctionExpression(unwrap(value)))
    Object.assign(
      prop,
      isFunction ? { default: value.getText().replace(/\s+/g, ' ') } : shownDefault(this.sources, value),
    )
    prop.required = false
  }

  addEvent(
    name: string,
    node: ts.Node,
    detail: TypeModel | undefined,
    known: Event['known'],
    more: Partial<Event> = {},
  ): void {
    if (this.events.has(name)) return
    this.events.set(name, {
      kind: 'event',
      name,
      place: this.sources.place(node),
      known,
      disagreements: [],
      bubbles: false,
      composed: false,
      cancelable: false,
      ...(detail ? { detail } : {}),
      ...more,
    })
  }

  /** Slots and events that code asks for and fires without having declared them. */
  takeFromScript(slots: Slot[], fired: { name: string; node: ts.Node }[]): void {
    for (const slot of slots) {
      const known = this.slots.get(slot.name)
      if (!known) this.slots.set(slot.name, slot)
      else if (!known.passes?.length && slot.passes) known.passes = slot.passes
    }
    for (const { name, node } of fired) this.addEvent(name, node, undefined, 'inferred')
  }

  emitsOfValue(expression: ts.Expression): void {
    const node = unwrap(expression)
    if (ts.isCallExpression(node) && runtimeFunction(this.sources, node) === 'mergeModels') {
      for (const argument of node.arguments) this.emitsOfValue(argument)
      return
    }
    if (ts.isArrayLiteralExpression(node)) {
      for (const element of node.elements) {
        const name = evaluate(this.sources, element)
        if (typeof name === 'string')
          this.addEvent(
            name,
            element,
            undefined,
            'declared',
            wordsOf(element) ? { comment: wordsOf(element) } : {},
          )
      }
      return
    }
    const names = evaluate(this.sources, node)
    if (Array.isArray(names)) {
      for (const name of names)
        if (typeof name === 'string') this.addEvent(name, expression, undefined, 'declared')
      return
    }
    for (const property of objectBehind(this.sources, node)?.properties ?? []) {
      if (ts.isSpreadAssignment(property)) {
        this.emitsOfValue(property.expression)
        continue
      }
      const name = nameOf(this.sources, property.name as ts.PropertyName)
      if (name === undefined) continue
      const fn = ts.isMethodDeclaration(property)
        ? property
        : ts.isPropertyAssignment(property)
          ? unwrap(property.initializer)
          : undefined
      const parameters =
        fn && (ts.isMethodDeclaration(fn) || ts.isArrowFunction(fn) || ts.isFunctionExpression(fn))
          ? fn.parameters
          : []
      const [carried] = parameters
      this.addEvent(
        name,
        property,
        carried?.type ? typeOfNode(this.sources, carried.type) : undefined,
        'declared',
        wordsOf(property) ? { comment: wordsOf(property) } : {},
      )
    }
  }

  /** A name that is handed out to be called; values that are only to be read are no methods. */
  expose(name: string, node: ts.Node): void {
    const given = ts.isPropertyAssignment(node) ? node.initializer : node
    const method = methodAt(this.types, name, given, this.sources.place(node))
    const words = wordsOf(node)
    if (method) this.methods.set(name, { ...method, ...(words ? { comment: words } : {}) })
  }
}

/** The type written as `PropType<…>` inside a prop's options. */
function findTypeArgument(node: ts.Node): ts.TypeNode | undefined {
  let found: ts.TypeNode | undefined
  const visit = (node: ts.Node): void => {
    if (found) return
    if (ts.isTypeReferenceNode(node) && /PropType$/.test(node.typeName.getText()))
      found = node.typeArguments?.[0]
    else ts.forEachChild(node, visit)
  }
  visit(node)
  return found
}
