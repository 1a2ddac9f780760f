import type { AST } from 'svelte/compiler'
import ts from 'typescript'
import type { Contract, Member } from '../../contract/contract'
import { withoutUndefined, type TypeModel } from '../../contract/type'
import { placesFrom, readStyles } from '../../read/custom-elements/styles'
import type { CheckedTypes } from '../../read/source/checked-types'
import { tagText, wordsOf } from '../../read/source/comments'
import { readKeys } from '../../read/source/keys'
import { reachedFrom } from '../../read/source/reached'
import { nameOfFile } from '../../read/source/reading'
import type { SourceSet } from '../../read/source/source-set'
import { unwrap } from '../../read/source/nodes'
import { typeOfExpression, typeOfNode } from '../../read/source/type-nodes'
import { walk } from '../../read/source/walk'
import { Lines } from '../../read/source/lines'
import { assignedIn } from './assigned'
import {
  bindable,
  callOf,
  isBindable,
  isCalledSnippet,
  isSnippet,
  plainName,
  holdingRest,
  namesOneOf,
  propsBeside,
} from './forms'
import { takenBy } from '../../read/source/signatures'
import { SvelteMembers, wordsAt } from './members'
import { contentOf } from './script'
import { readSvelteTemplate, type SvelteTemplateFacts } from './template'

const any: TypeModel = { is: 'other', text: 'any' }
/** What is left of the props in components without runes (Svelte 4 documentation, `$$restProps`). */
const leftOver = ['$$restProps', '$$props']

/** One Svelte component, with runes (`$props()`) or without (`export let`). */
export class SvelteComponent {
  private readonly members: SvelteMembers
  private readonly rest = new Set<string>(leftOver)
  private readonly assigned: ReadonlySet<string>

  constructor(
    private readonly sources: SourceSet,
    private readonly types: CheckedTypes,
    private readonly path: string,
    private readonly text: string,
    private readonly root: AST.Root,
    private readonly script: ts.SourceFile,
  ) {
    this.members = new SvelteMembers(sources, types)
    this.assigned = assignedIn(script, root.fragment)
  }

  contract(): Contract {
    for (const statement of this.script.statements) this.readStatement(statement)
    const template = readSvelteTemplate(this.root, this.text, this.path, this.rest)
    this.members.addFromTemplate(template, this.rest.size > 0)
    const name = nameOfFile(this.path)
    const { summary, deprecated } = this.saidOfComponent()
    return {
      tag: name,
      language: 'svelte',
      className: name,
      exportName: 'default',
      exported: true,
      place: { file: this.path, line: 1 },
      summary,
      ...(deprecated === undefined ? {} : { deprecated }),
      members: this.allMembers(template),
      uses: template.uses.flatMap(({ name, place }) => {
        const file = this.fileOfComponent(name)
        return file ? [{ tag: file, place }] : []
      }),
      files: [this.path],
    }
  }

  private allMembers(template: SvelteTemplateFacts): Member[] {
    const styles = this.styles()
    const slots = [...this.members.slots.values()].sort(
      (a, b) => Number(a.name !== '') - Number(b.name !== ''),
    )
    return [
      ...this.members.props.values(),
      ...slots,
      ...this.members.events.values(),
      ...(styles?.properties ?? []),
      ...(styles?.states ?? []).filter((state) => state.by === 'browser'),
      ...this.members.methods.values(),
      ...readKeys(this.sources, reachedFrom(this.sources, [this.script])),
      ...(template.handedOn ? [template.handedOn] : []),
    ]
  }

  private styles() {
    if (!this.root.css) return undefined
    const { from, to } = contentOf(this.root.css, this.text)
    const line = new Lines(this.text).before(from) + 1
    const sheet = this.text.slice(from, to)
    return readStyles(sheet, placesFrom({ file: this.path, line }, sheet))
  }

  /**
   * A comment of markup that begins with `@component` is the component's own (Svelte documentation,
   * comments).
   */
  private saidOfComponent(): { summary: string; deprecated: string | undefined } {
    const comment = this.root.fragment.nodes.find(
      (node) => node.type === 'Comment' && /^\s*@component\b/.test(node.data),
    )
    if (comment?.type === 'Comment') {
      const said = comment.data.replace(/^\s*@component\b/, '').trim()
      const [, words = '', deprecated] = /^(.*?)(?:^\s*@deprecated\b(.*))?$/ms.exec(said) ?? []
      return { summary: words.trim(), deprecated: deprecated?.trim() }
    }
    const [first] = this.script.statements
    // a comment at the head of the script, apart from what follows it, speaks of the whole
    const isApart = first && ts.isImportDeclaration(first)
    return {
      summary: isApart ? wordsOf(first) : '',
      deprecated: isApart ? tagText(first, 'deprecated') : undefined,
    }
  }

  private fileOfComponent(name: string): string | undefined {
    const from = this.sources.importOf(this.path, name)
    const file = from && this.sources.resolve(this.path, from.from)
    if (!from || !file || file.endsWith('.svelte')) return file
    return this.sources.lookUpExport(file, from.name)?.file
  }

  private readStatement(statement: ts.Statement): void {
    if (ts.isVariableStatement(statement)) {
      const isExported =
        statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword) ?? false
      for (const declaration of statement.declarationList.declarations) {
        const call = declaration.initializer && callOf(declaration.initializer)
        if (call?.name === '$props') this.readProps(declaration, call.node)
        else if (call?.name === '$derived') this.followRest(declaration, call.node)
        else if (call?.name === 'createEventDispatcher') this.readDispatcher(declaration, call.node)
        else if (isExported && ts.isIdentifier(declaration.name))
          this.readExported(declaration.name.text, declaration)
      }
    }
    const isExportedFunction =
      ts.isFunctionDeclaration(statement) &&
      statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword)
    if (isExportedFunction && statement.name) this.members.addMethod(statement.name.text, statement)
    if (
      ts.isExportDeclaration(statement) &&
      statement.exportClause &&
      ts.isNamedExports(statement.exportClause)
    )
      for (const specifier of statement.exportClause.elements) this.readExportSpecifier(specifier)
  }

  /** `export { className as class }`: a prop under a name that is a keyword. */
  private readExportSpecifier({ name, propertyName }: ts.ExportSpecifier): void {
    const local = (propertyName ?? name).text
    for (const statement of this.script.statements) {
      if (ts.isFunctionDeclaration(statement) && statement.name?.text === local)
        this.members.addMethod(name.text, statement)
      if (!ts.isVariableStatement(statement)) continue
      const declaration = statement.declarationList.declarations.find(
        (declaration) => ts.isIdentifier(declaration.name) && declaration.name.text === local,
      )
      if (declaration) this.readExported(name.text, declaration)
    }
  }

  /** `export let` is a prop; an exported constant that is a function is a method. */
  private readExported(name: string, declaration: ts.VariableDeclaration): void {
    const value = declaration.initializer && unwrap(declaration.initializer)
    const isConstant = Boolean(declaration.parent.flags & ts.NodeFlags.Const)
    if (isConstant) {
      if (value && (ts.isArrowFunction(value) || ts.isFunctionExpression(value)))
        this.members.addMethod(name, declaration)
      return
    }
    const written = declaration.type ?? ts.getJSDocType(declaration)
    const typed = written
      ? typeOfNode(this.sources, written)
      : value
        ? typeOfExpression(this.sources, value)
        : any
    const { type, optional } = withoutUndefined(typed)
    this.members.add({
      name,
      type,
      required: !optional && !declaration.initializer,
      node: declaration,
      value: declaration.initializer,
      words: wordsAt(declaration.parent.parent),
      takes: undefined,
      isSnippet: false,
      isBindable: this.assigned.has(declaration.name.getText()),
    })
  }

  /** `let { tone = 'calm', children, ...rest }: Props = $props()`. */
  private readProps(declaration: ts.VariableDeclaration, call: ts.CallExpression): void {
    const written = declaration.type ?? call.typeArguments?.[0] ?? ts.getJSDocType(declaration)
    const pattern = ts.isObjectBindingPattern(declaration.name) ? declaration.name : undefined
    const taken = new Map<string, ts.BindingElement>()
    for (const element of pattern?.elements ?? []) {
      if (element.dotDotDotToken) this.rest.add(element.name.getText())
      else taken.set(plainName((element.propertyName ?? element.name).getText()), element)
    }
    if (ts.isIdentifier(declaration.name)) this.rest.add(declaration.name.text)
    const { checker } = this.types
    const declared = written
      ? { type: checker.getTypeFromTypeNode(written), at: written }
      : propsBeside(this.sources, this.types, this.path)
    const named = declared ? this.namedIn(declared, taken) : new Set<string>()
    for (const [name, element] of taken) if (!named.has(name)) this.addTaken(name, element)
  }

  /**
   * What is worked out of all that is left of the props holds it too: `const { children, ...rest } =
   * $derived(props)`.
   */
  private followRest({ name }: ts.VariableDeclaration, call: ts.CallExpression): void {
    if (namesOneOf(call, this.rest)) for (const held of holdingRest(name)) this.rest.add(held)
  }

  /**
   * Adds what a type of props names, of what every element takes only what the component itself asks for;
   * says which those are.
   */
  private namedIn(
    { type: props, at: written }: { type: ts.Type; at: ts.Node },
    taken: ReadonlyMap<string, ts.BindingElement>,
  ): Set<string> {
    const { checker } = this.types
    const named = new Set<string>()
    for (const member of this.types.propsOf(props, written)) {
      const own = member.symbol.declarations?.find((node) =>
        this.sources.texts.has(node.getSourceFile().fileName),
      )
      const element = taken.get(member.name)
      if (!own && !element && this.types.isOfPage(member.symbol)) continue
      named.add(member.name)
      const { default: _stated, ...words } = this.types.wordsOf(member.symbol)
      const value = element?.initializer && bindable(element.initializer)
      const { type, optional } = withoutUndefined(member.model())
      const declared = checker.getTypeOfSymbolAtLocation(member.symbol, written)
      this.members.add({
        name: member.name,
        type,
        required: !member.optional && !optional && !value,
        // a compiler's declarations say less of the place than the component itself
        node: (written.getSourceFile().isDeclarationFile ? element : own) ?? own ?? element ?? this.script,
        value,
        words,
        takes: takenBy(this.types, declared, written),
        isSnippet: isSnippet(checker, declared) || isCalledSnippet(own),
        isBindable: isBindable(element?.initializer),
      })
    }
    return named
  }

  /** A name that is taken out where no type says more of it. */
  private addTaken(name: string, element: ts.BindingElement): void {
    const value = element.initializer && bindable(element.initializer)
    this.members.add({
      name,
      type: value ? typeOfExpression(this.sources, value) : any,
      required: false,
      node: element,
      value,
      words: wordsAt(element),
      takes: undefined,
      isSnippet: name === 'children',
      isBindable: isBindable(element.initializer),
    })
  }

  /** Events by `createEventDispatcher`: those its type names, and those that code dispatches. */
  private readDispatcher(declaration: ts.VariableDeclaration, call: ts.CallExpression): void {
    this.members.dispatchers.add(declaration.name.getText())
    const [written] = call.typeArguments ?? []
    if (written)
      for (const { symbol, name, model } of this.types.propsOf(
        this.types.checker.getTypeFromTypeNode(written),
        written,
      )) {
        const { default: _stated, ...words } = this.types.wordsOf(symbol)
        this.members.addEvent(name, symbol.declarations?.[0] ?? written, model(), 'declared', words)
      }
    walk(this.script, (node) => {
      if (!ts.isCallExpression(node) || node.expression.getText() !== declaration.name.getText()) return
      const [name] = node.arguments
      if (name && ts.isStringLiteralLike(name)) this.members.addEvent(name.text, node, undefined, 'inferred')
    })
  }
}
