import ts from 'typescript'
import type { Contract, Member } from '../../contract/contract'
import type { Event } from '../../contract/event'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import type { Slot } from '../../contract/slot'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import type { Problem } from '../../problem'
import { placesFrom, readStyles } from '../custom-elements/styles'
import { tagText, wordsOf } from '../source/comments'
import type { CheckedTypes } from '../source/checked-types'
import { objectBehind, optionOf } from '../source/declarations'
import { evaluate, nameOf, shownDefault } from '../source/evaluate'
import { readKeys } from '../source/keys'
import { reachedFrom } from '../source/reached'
import { readComponentFiles, type FileReading } from '../source/component-files'
import { doesNotParse, nameOfFile, type Reading } from '../source/reading'
import { unwrap, type SourceSet } from '../source/source-set'
import { typeOfNode } from '../source/type-nodes'
import { vue } from '../../languages/vue/language'
import { vueParts } from '../../languages/vue/script'
import { ofOptions, runtimeProps, type RuntimeProp } from './options'
import { camel, readVueTemplate } from './template'

/** Reads the contracts of Vue single-file components. */
export const readVue = (sources: SourceSet, types: CheckedTypes): Reading =>
  readComponentFiles(sources, vue.endings, (path, text) =>
    sources.once(`vue ${path}`, [path], () => readFile(sources, types, path, text)),
  )

function readFile(sources: SourceSet, types: CheckedTypes, path: string, text: string): FileReading {
  const { descriptor, errors } = vueParts(path, text)
  if (errors.length) return { problems: [doesNotParse(path, errors[0]!.line, errors[0]!.text)] }
  return {
    problems: unreadBlocks(path, descriptor),
    contract: new VueComponent(sources, types, path, descriptor).contract(),
  }
}

/** Blocks in a language or a file that is not read: said, and the rest of the component is read. */
function unreadBlocks(
  file: string,
  { template, styles, script, scriptSetup }: ReturnType<typeof vueParts>['descriptor'],
): Problem[] {
  const told: Problem[] = []
  const tell = (what: string, line: number, todo: string) =>
    told.push({ code: 'block-not-read', what, where: { file, line }, todo })
  if (template?.lang && template.lang !== 'html')
    tell(
      `The template is written in ${template.lang}, which is not read.`,
      template.loc.start.line,
      'Its slots are not known, and it is not rendered.',
    )
  for (const style of styles)
    if (style.lang && style.lang !== 'css')
      tell(
        `A style is written in ${style.lang}, which is not read.`,
        style.loc.start.line,
        'The component is rendered without it.',
      )
  for (const entry of [template, script, scriptSetup, ...styles])
    if (entry?.src !== undefined)
      tell(
        `A block stands in a file of its own, ${entry.src}, which is not followed.`,
        entry.loc.start.line,
        'Put it into the component.',
      )
  return told
}

const macros = new Set([
  'defineProps',
  'withDefaults',
  'defineEmits',
  'defineSlots',
  'defineExpose',
  'defineModel',
  'defineOptions',
])

class VueComponent {
  private readonly props = new Map<string, Prop>()
  private readonly events = new Map<string, Event>()
  private readonly slots = new Map<string, Slot>()
  private readonly methods = new Map<string, Method>()
  private name: string | undefined
  private inherits = true
  private summary = ''
  private deprecated: string | undefined

  constructor(
    private readonly sources: SourceSet,
    private readonly types: CheckedTypes,
    private readonly path: string,
    private readonly parts: ReturnType<typeof vueParts>['descriptor'],
  ) {}

  contract(): Contract {
    const { sources, path, parts } = this
    const script = sources.scripts.get(path)
    if (script) {
      this.readMacros(script)
      this.readOptionsOf(path, new Set())
    }
    const template = readVueTemplate(parts, path, this.inherits)
    for (const slot of template.slots) {
      const known = this.slots.get(slot.name)
      if (!known) this.slots.set(slot.name, slot)
      else
        this.slots.set(slot.name, {
          ...known,
          fallback: known.fallback || slot.fallback,
          place: known.fallback ? known.place : slot.place,
          ...(known.passes?.length ? {} : slot.passes ? { passes: slot.passes } : {}),
        })
    }
    for (const { name, place } of template.emits)
      if (!this.events.has(name))
        this.events.set(name, {
          kind: 'event',
          name,
          place,
          known: 'inferred',
          disagreements: [],
          bubbles: false,
          composed: false,
          cancelable: false,
        })
    const styles = parts.styles
      .filter((style) => !style.lang || style.lang === 'css')
      .map((style) =>
        readStyles(style.content, placesFrom({ file: path, line: style.loc.start.line }, style.content)),
      )
    const properties = new Map(
      styles.flatMap((style) => style.properties).map((property) => [property.name, property]),
    )
    const states = new Map(
      styles
        .flatMap((style) => style.states)
        .filter((state) => state.by === 'browser')
        .map((state) => [state.name, state]),
    )
    const keys = new Map(
      [...template.keys, ...(script ? readKeys(sources, reachedFrom(sources, [script])) : [])].map((key) => [
        key.name,
        key,
      ]),
    )
    const members: Member[] = [
      ...this.props.values(),
      ...[...this.slots.values()].sort((a, b) => Number(a.name !== '') - Number(b.name !== '')),
      ...this.events.values(),
      ...properties.values(),
      ...states.values(),
      ...this.methods.values(),
      ...keys.values(),
      ...(template.handedOn ? [template.handedOn] : []),
    ]
    const name = this.name ?? nameOfFile(path)
    return {
      tag: name,
      language: 'vue',
      className: name,
      exportName: 'default',
      exported: true,
      place: { file: path, line: (parts.scriptSetup ?? parts.script ?? parts.template)?.loc.start.line ?? 1 },
      summary: this.summary,
      ...(this.deprecated !== undefined ? { deprecated: this.deprecated } : {}),
      members,
      uses: template.uses.flatMap((use) => {
        const file = this.fileOfComponent(use.name)
        return file ? [{ tag: file, place: use.place }] : []
      }),
      files: [path],
    }
  }

  /**
   * The file a component's name in the template leads to, through the imports of the script or its
   * `components` option.
   */
  private fileOfComponent(used: string): string | undefined {
    const pascal = camel(used).replace(/^./, (letter) => letter.toUpperCase())
    for (const name of [used, pascal, camel(used)]) {
      const from = this.sources.importOf(this.path, name)
      if (!from) continue
      const file = this.sources.resolve(this.path, from.from)
      if (file?.endsWith('.vue')) return file
      const found = file ? this.sources.lookUpExport(file, from.name) : undefined
      return found?.file
    }
    return undefined
  }

  // ── script setup ──

  private readMacros(script: ts.SourceFile): void {
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
    if (!ts.isCallExpression(call) || !ts.isIdentifier(call.expression) || !macros.has(call.expression.text))
      return
    const [first, second] = call.arguments
    switch (call.expression.text) {
      case 'withDefaults': {
        if (first) this.readMacro(first, bound, statement)
        const defaults = second && objectBehind(this.sources, second)
        for (const property of defaults?.properties ?? []) {
          const prop =
            property.name && this.props.get(nameOf(this.sources, property.name as ts.PropertyName) ?? '')
          const value = ts.isPropertyAssignment(property)
            ? property.initializer
            : ts.isShorthandPropertyAssignment(property)
              ? property.name
              : ts.isMethodDeclaration(property)
                ? property.body?.statements.find(ts.isReturnStatement)?.expression
                : undefined
          if (prop && value) this.setDefault(prop, value)
        }
        return
      }
      case 'defineProps': {
        const typed = call.typeArguments?.[0]
        if (typed) this.propsOfType(typed)
        else if (first)
          for (const runtimeProp of runtimeProps(this.sources, first)) this.addRuntime(runtimeProp)
        if (bound && ts.isObjectBindingPattern(bound)) {
          for (const element of bound.elements) {
            const prop = this.props.get((element.propertyName ?? element.name).getText())
            if (prop && element.initializer) this.setDefault(prop, element.initializer)
          }
        }
        return
      }
      case 'defineModel':
        return this.model(call)
      case 'defineEmits': {
        const typed = call.typeArguments?.[0]
        if (typed) this.emitsOfType(typed)
        else if (first) this.emitsOfValue(first)
        return
      }
      case 'defineSlots': {
        const typed = call.typeArguments?.[0]
        if (typed) this.slotsOfType(typed)
        return
      }
      case 'defineExpose': {
        const object = first && unwrap(first)
        for (const property of object && ts.isObjectLiteralExpression(object) ? object.properties : [])
          if (property.name) this.expose(property.name.getText().replace(/^['"]|['"]$/g, ''), property)
        return
      }
      case 'defineOptions': {
        const options = first && unwrap(first)
        if (options && ts.isObjectLiteralExpression(options)) this.readGeneralOptions(options)
        this.readComment(statement)
      }
    }
  }

  private readComment(node: ts.Node): void {
    this.summary ||= wordsOf(node)
    this.deprecated ??= tagText(node, 'deprecated')
  }

  private membersOf(node: ts.TypeNode) {
    return this.types.propsOf(this.types.checker.getTypeFromTypeNode(node), node)
  }

  private placeOf(
    symbol: ts.Symbol,
    otherwise: ts.Node,
  ): { place: Prop['place']; node: ts.Node | undefined } {
    const own = symbol.declarations?.find((declaration) =>
      this.sources.texts.has(declaration.getSourceFile().fileName),
    )
    return { place: this.sources.place(own ?? otherwise), node: own }
  }

  private commentOf(symbol: ts.Symbol): Pick<Prop, 'comment' | 'deprecated' | 'since'> {
    const { default: _stated, ...words } = this.types.wordsOf(symbol)
    return words
  }

  private propsOfType(node: ts.TypeNode): void {
    for (const { symbol, name, optional, model: typed } of this.membersOf(node)) {
      const { place, node: declared } = this.placeOf(symbol, node)
      if (declared && tagText(declared, 'internal', 'private', 'ignore') !== undefined) continue
      const model = withoutUndefined(typed())
      this.props.set(name, {
        kind: 'prop',
        name,
        place,
        known: 'declared',
        disagreements: [],
        type: model.type,
        readonly: false,
        reflects: false,
        required: !optional && !model.optional,
        ...this.commentOf(symbol),
        // Vue turns a missing boolean into false (Vue guide, boolean casting)
        ...(model.type.is === 'boolean' ? { default: 'false', defaultValue: false } : {}),
      })
    }
  }

  private addRuntime({ name, node, type, required, default: value }: RuntimeProp): void {
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

  private setDefault(prop: Prop, value: ts.Expression): void {
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

  private model(call: ts.CallExpression): void {
    const [first, second] = call.arguments
    const named = first && evaluate(this.sources, first)
    const name = typeof named === 'string' ? named : 'modelValue'
    const options = typeof named === 'string' ? second : first
    const typed = call.typeArguments?.[0]
    const runtime = options && ofOptions(this.sources, name, call, unwrap(options))
    const type = typed
      ? withoutUndefined(this.types.model(this.types.checker.getTypeFromTypeNode(typed), typed)).type
      : (runtime?.type ?? ({ is: 'other', text: 'any' } as TypeModel))
    const statement = ts.findAncestor(call, ts.isStatement)
    const words = statement && wordsOf(statement)
    const prop: Prop = {
      kind: 'prop',
      name,
      place: this.sources.place(call),
      known: 'declared',
      disagreements: [],
      type,
      readonly: false,
      reflects: false,
      required: runtime?.required ?? false,
      ...(words ? { comment: words } : {}),
    }
    if (type.is === 'boolean') Object.assign(prop, { default: 'false', defaultValue: false })
    if (runtime?.default) this.setDefault(prop, runtime.default)
    this.props.set(name, prop)
    this.addEvent(`update:${name}`, call, type, 'declared')
  }

  private addEvent(
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

  private emitsOfType(node: ts.TypeNode): void {
    const { checker } = this.types
    const type = checker.getTypeFromTypeNode(node)
    for (const { symbol, name } of this.membersOf(node)) {
      const payload = checker.getTypeOfSymbolAtLocation(symbol, node)
      const { place } = this.placeOf(symbol, node)
      const carried = checker.isTupleType(payload)
        ? checker.getTypeArguments(payload as ts.TypeReference)
        : payload
            .getCallSignatures()[0]
            ?.getParameters()
            .map((parameter) => checker.getTypeOfSymbolAtLocation(parameter, node))
      this.addEvent(name, node, this.payload(carried ?? [], node), 'declared', {
        place,
        ...this.commentOf(symbol),
      })
    }
    const signatures = type.isIntersection()
      ? type.types.flatMap((type) => type.getCallSignatures())
      : type.getCallSignatures()
    for (const signature of signatures) {
      const [first, ...rest] = signature
        .getParameters()
        .map((parameter) => checker.getTypeOfSymbolAtLocation(parameter, node))
      for (const type of first?.isUnion() ? first.types : first ? [first] : []) {
        if (type.isStringLiteral())
          this.addEvent(type.value, signature.getDeclaration() ?? node, this.payload(rest, node), 'declared')
      }
    }
  }

  /** One value is what the event carries; several are told as a list of places. */
  private payload(values: readonly ts.Type[], at: ts.Node): TypeModel | undefined {
    const models = values.map((value) => this.types.model(value, at))
    return models.length < 2
      ? models[0]
      : { is: 'object', fields: models.map((type, i) => ({ name: String(i), type, optional: false })) }
  }

  private emitsOfValue(expression: ts.Expression): void {
    const node = unwrap(expression)
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
      const name = property.name && nameOf(this.sources, property.name as ts.PropertyName)
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

  private slotsOfType(node: ts.TypeNode): void {
    const { checker } = this.types
    for (const { symbol, name } of this.membersOf(node)) {
      const { place } = this.placeOf(symbol, node)
      const type = checker.getTypeOfSymbolAtLocation(symbol, node)
      const given = checker.getNonNullableType(type).getCallSignatures()[0]?.getParameters()[0]
      const handed = given && checker.getTypeOfSymbolAtLocation(given, node)
      const passes =
        handed && !(handed.flags & ts.TypeFlags.Any)
          ? handed.getProperties().map((property) => ({
              name: property.name,
              type: this.types.model(checker.getTypeOfSymbolAtLocation(property, node), node),
            }))
          : []
      this.slots.set(name === 'default' ? '' : name, {
        kind: 'slot',
        name: name === 'default' ? '' : name,
        place,
        known: 'declared',
        disagreements: [],
        fallback: '',
        feeds: [],
        ...(passes.length ? { passes } : {}),
        ...this.commentOf(symbol),
      })
    }
  }

  private expose(name: string, node: ts.Node): void {
    this.methods.set(name, {
      kind: 'method',
      name,
      place: this.sources.place(node),
      known: 'declared',
      disagreements: [],
      takes: [],
      returns: { is: 'other', text: 'unknown' },
      ...(wordsOf(node) ? { comment: wordsOf(node) } : {}),
    })
  }

  // ── the options form ──

  /**
   * The options a Vue file, or a script it extends, exports as its default; bases and mixins first, so that
   * nearer ones win.
   */
  private readOptionsOf(file: string, seen: Set<string>): void {
    if (seen.has(file) || seen.size > 30) return
    seen.add(file)
    const found = this.sources.lookUpExport(file, 'default')
    const expression =
      found?.is === 'node'
        ? ts.isExportAssignment(found.node)
          ? found.node.expression
          : ts.isVariableDeclaration(found.node)
            ? found.node.initializer
            : undefined
        : undefined
    const options = expression && objectBehind(this.sources, expression)
    if (!options) return
    this.readOptions(options, seen)
    if (found?.is === 'node') this.readComment(found.node)
  }

  private readOptions(options: ts.ObjectLiteralExpression, seen: Set<string>): void {
    this.readGeneralOptions(options)
    const props = optionOf(options, 'props')
    if (props) for (const runtimeProp of runtimeProps(this.sources, props)) this.addRuntime(runtimeProp)
    const emits = optionOf(options, 'emits')
    if (emits) this.emitsOfValue(emits)
    const expose = optionOf(options, 'expose')
    const exposed = expose && evaluate(this.sources, expose)
    if (expose && Array.isArray(exposed))
      for (const name of exposed) if (typeof name === 'string') this.expose(name, expose)
    const mixins = optionOf(options, 'mixins')
    const bases = [
      optionOf(options, 'extends'),
      ...(mixins && ts.isArrayLiteralExpression(unwrap(mixins))
        ? (unwrap(mixins) as ts.ArrayLiteralExpression).elements
        : []),
    ]
    for (const base of bases) if (base) this.readBase(base, seen)
  }

  private readGeneralOptions(options: ts.ObjectLiteralExpression): void {
    const name = optionOf(options, 'name')
    const given = name && evaluate(this.sources, name)
    if (typeof given === 'string' && given)
      this.name ??= camel(given).replace(/^./, (letter) => letter.toUpperCase())
    const inherit = optionOf(options, 'inheritAttrs')
    if (inherit && evaluate(this.sources, inherit) === false) this.inherits = false
  }

  private readBase(expression: ts.Expression, seen: Set<string>): void {
    const node = unwrap(expression)
    const name = this.name
    if (ts.isIdentifier(node)) {
      const from = this.sources.importOf(node.getSourceFile().fileName, node.text)
      const file = from && this.sources.resolve(node.getSourceFile().fileName, from.from)
      if (file && from.name === 'default') {
        const [summary, deprecated] = [this.summary, this.deprecated]
        // what a base says of itself is not said of this one
        this.name ??= ''
        this.readOptionsOf(file, seen)
        Object.assign(this, { summary, deprecated })
        this.name = name
        return
      }
    }
    const options = objectBehind(this.sources, node)
    if (options) this.readOptions(options, seen)
    this.name = name
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
