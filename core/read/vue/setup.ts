import ts from 'typescript'
import type { Prop } from '../../contract/prop'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { wordsOf } from '../source/comments'
import { objectBehind } from '../source/declarations'
import { evaluate, nameOf } from '../source/evaluate'
import { unwrap } from '../source/nodes'
import { exposeAll } from './exposed'
import type { VueMembers } from './members'
import { ofOptions, runtimeProps } from './options'
import { readGeneralOptions } from './options-form'
import { TypedMembers } from './typed'

/** Members that a setup script declares by compiler macros. */
export class SetupScript {
  private readonly typed: TypedMembers

  constructor(private readonly members: VueMembers) {
    this.typed = new TypedMembers(members)
  }

  read(script: ts.SourceFile): void {
    for (const statement of script.statements) {
      const expression = ts.isExpressionStatement(statement) ? statement.expression : undefined
      if (expression) this.readMacro(expression, undefined, statement)
      if (!ts.isVariableStatement(statement)) continue
      for (const declaration of statement.declarationList.declarations)
        if (declaration.initializer) this.readMacro(declaration.initializer, declaration.name, statement)
    }
  }

  private readMacro(
    expression: ts.Expression,
    bound: ts.BindingName | undefined,
    statement: ts.Statement,
  ): void {
    const call = unwrap(expression)
    if (!ts.isCallExpression(call) || !ts.isIdentifier(call.expression)) return
    const [first, second] = call.arguments
    const typed = call.typeArguments?.[0]
    switch (call.expression.text) {
      case 'withDefaults':
        if (first) this.readMacro(first, bound, statement)
        return second && this.defaults(second)
      case 'defineProps':
        return this.defineProps(typed, first, bound)
      case 'defineModel':
        return this.model(call)
      case 'defineEmits':
        if (typed) return this.typed.emits(typed)
        return first && this.members.emitsOfValue(first)
      case 'defineSlots':
        return typed && this.typed.slots(typed)
      case 'defineExpose':
        return first && exposeAll(this.members, first)
      case 'defineOptions': {
        const options = first && unwrap(first)
        if (options && ts.isObjectLiteralExpression(options)) readGeneralOptions(this.members, options)
        return this.members.readComment(statement)
      }
    }
  }

  private defaults(given: ts.Expression): void {
    for (const property of objectBehind(this.members.sources, given)?.properties ?? []) {
      const name = property.name && nameOf(this.members.sources, property.name)
      const prop = this.members.props.get(name ?? '')
      const value = valueOfProperty(property)
      if (prop && value) this.members.setDefault(prop, value)
    }
  }

  private defineProps(
    typed: ts.TypeNode | undefined,
    given: ts.Expression | undefined,
    bound: ts.BindingName | undefined,
  ): void {
    if (typed) this.typed.props(typed)
    else if (given)
      for (const prop of runtimeProps(this.members.sources, given)) this.members.addRuntime(prop)
    if (!bound || !ts.isObjectBindingPattern(bound)) return
    for (const element of bound.elements) {
      const prop = this.members.props.get((element.propertyName ?? element.name).getText())
      if (prop && element.initializer) this.members.setDefault(prop, element.initializer)
    }
  }

  private model(call: ts.CallExpression): void {
    const [first, second] = call.arguments
    const named = first && evaluate(this.members.sources, first)
    const name = typeof named === 'string' ? named : 'modelValue'
    const options = typeof named === 'string' ? second : first
    const typed = call.typeArguments?.[0]
    const runtime = options && ofOptions(this.members.sources, name, call, unwrap(options))
    const type = typed
      ? withoutUndefined(
          this.members.types.model(this.members.types.checker.getTypeFromTypeNode(typed), typed),
        ).type
      : (runtime?.type ?? ({ is: 'other', text: 'any' } as TypeModel))
    const statement = ts.findAncestor(call, ts.isStatement)
    const words = statement && wordsOf(statement)
    const prop: Prop = {
      kind: 'prop',
      name,
      place: this.members.sources.place(call),
      known: 'declared',
      disagreements: [],
      type,
      readonly: false,
      reflects: false,
      required: runtime?.required ?? false,
      ...(words ? { comment: words } : {}),
    }
    if (type.is === 'boolean') Object.assign(prop, { default: 'false', defaultValue: false })
    if (runtime?.default) this.members.setDefault(prop, runtime.default)
    this.members.props.set(name, prop)
    this.members.addEvent(`update:${name}`, call, type, 'declared')
  }
}

/** What a property of an object of defaults gives: its value, or what its method returns. */
function valueOfProperty(property: ts.ObjectLiteralElementLike): ts.Expression | undefined {
  if (ts.isPropertyAssignment(property)) return property.initializer
  if (ts.isShorthandPropertyAssignment(property)) return property.name
  return ts.isMethodDeclaration(property)
    ? property.body?.statements.find(ts.isReturnStatement)?.expression
    : undefined
}
