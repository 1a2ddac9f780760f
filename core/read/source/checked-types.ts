import ts from 'typescript'
import { unionOf, type TypeModel } from '../../contract/type'
import { tagText, wordsOf } from './comments'
import { declarationFiles, declarationsBeside } from './declaration-files'
import { isDeclaration, plainPath } from './paths'
import type { SourceSet } from './source-set'
import { modelOf } from './type-model'
import { makeProgram } from './type-program'

/**
 * Types as the TypeScript compiler works them out, for what is not plain to see: utility types,
 * generics, mapped and conditional types, through imports and packages. It is asked lazily: a library
 * whose types are plain never starts it. Nothing is emitted, and no error of a program stops it: a
 * name that leads nowhere becomes `any`, which is told as not known.
 */
export class CheckedTypes {
  private made: ts.Program | undefined
  /** Imports that led nowhere, by specifier. */
  readonly missing = new Set<string>()

  /** Declarations of the library that are past what the compiler is given. */
  tooLarge: readonly string[] = []

  private earlier: ts.Program | undefined
  private readonly models = new WeakMap<ts.Type, TypeModel>()

  /** `before`: the types of an earlier reading, whose program is gone on from. */
  constructor(
    private readonly sources: SourceSet,
    before?: CheckedTypes,
  ) {
    this.earlier = before?.made ?? before?.earlier
  }

  get checker(): ts.TypeChecker {
    return this.program().getTypeChecker()
  }

  /** Whether the compiler takes a file for itself, and not only what is declared for it. */
  isTakenIn(path: string): boolean {
    return this.program().getSourceFile(path) !== undefined
  }

  /** What the compiler finds wrong with one file. */
  errors(path: string): readonly ts.Diagnostic[] {
    const program = this.program()
    return program.getSemanticDiagnostics(program.getSourceFile(path))
  }

  /** What a file hands on as its default, by its path; `undefined` where it is not known or hands on none. */
  defaultExport(path: string): { type: ts.Type; at: ts.Node } | undefined {
    const file = this.program().getSourceFile(path)
    const module = file && this.checker.getSymbolAtLocation(file)
    const symbol = module?.exports?.get(ts.InternalSymbolName.Default)
    if (!file || !symbol) return undefined
    const named = symbol.flags & ts.SymbolFlags.Alias ? this.checker.getAliasedSymbol(symbol) : symbol
    return { type: this.checker.getTypeOfSymbolAtLocation(named, file), at: file }
  }

  /**
   * What declarations that were written for a compiled script say of a name it exports: those beside it
   * (`a.d.ts`
   * for `a.js`), or those that the package hands out with its entry. `undefined` where there are none.
   */
  declared(path: string, names: Iterable<string>): ts.Symbol | undefined {
    const places = declarationFiles(this.sources, path)
    if (places.length === 0) return undefined
    const wanted = [...names].filter((name) => name !== '')
    const beside = declarationsBeside(this.sources, path)
    for (const place of places) {
      const file = this.program().getSourceFile(place)
      const module = file && this.checker.getSymbolAtLocation(file)
      // the default of the package's entry is another's
      const here = place === beside ? wanted : wanted.filter((name) => name !== 'default')
      for (const name of here) {
        const symbol = module?.exports && this.exported(module, name)
        if (symbol) return symbol
      }
    }
    return undefined
  }

  /** The type of what declarations name, as `declared` finds it; `undefined` where they name only a type. */
  declaredValue(path: string, names: Iterable<string>): { type: ts.Type; at: ts.Node } | undefined {
    const symbol = this.declared(path, names)
    const at = symbol?.valueDeclaration
    return at && { type: this.checker.getTypeOfSymbolAtLocation(symbol!, at), at }
  }

  /**
   * The class or interface that declarations of the library name for a tag, in the map of tags that every
   * page has
   * (`HTMLElementTagNameMap` of the DOM's declarations).
   */
  declaredElement(tag: string): ts.Symbol | undefined {
    if (![...this.sources.texts.keys()].some(isDeclaration)) return undefined
    const map = this.checker.resolveName('HTMLElementTagNameMap', undefined, ts.SymbolFlags.Interface, false)
    const property = map && this.checker.getDeclaredTypeOfSymbol(map).getProperty(tag)
    const place = property?.declarations?.[0]
    const type = property && place && this.checker.getTypeOfSymbolAtLocation(property, place)
    const symbol = type?.getSymbol()
    return symbol && symbol.flags & (ts.SymbolFlags.Class | ts.SymbolFlags.Interface) && this.isOwn(symbol)
      ? symbol
      : undefined
  }

  /** What a module exports under a name, re-exports followed. */
  private exported(module: ts.Symbol, name: string): ts.Symbol | undefined {
    const symbol = this.checker.tryGetMemberInModuleExports(name, module)
    const named =
      symbol && symbol.flags & ts.SymbolFlags.Alias ? this.checker.getAliasedSymbol(symbol) : symbol
    return named && named.escapedName !== 'unknown' ? named : undefined
  }

  private program(): ts.Program {
    if (!this.made) {
      const { program, left } = makeProgram(this.sources, this.missing, this.earlier)
      this.made = program
      this.tooLarge = left
    }
    this.earlier = undefined
    return this.made
  }

  /** Whether a declaration stands in the library itself. */
  isOwn(symbol: ts.Symbol): boolean {
    return (symbol.declarations ?? []).some((declaration) =>
      this.isOwnFile(declaration.getSourceFile().fileName),
    )
  }

  /**
   * Whether a member is one that every element or every component of a framework takes: all that declares it
   * are the DOM's declarations, those of CSS, or those of the frameworks themselves. What another package
   * declares is as much a component's own as what its library does, since it is given to it alone.
   */
  isOfPage(symbol: ts.Symbol): boolean {
    const { declarations = [] } = symbol
    return (
      declarations.length > 0 &&
      declarations.every((declaration) => ofPage.test(plainPath(declaration.getSourceFile().fileName)))
    )
  }

  isOwnFile(path: string): boolean {
    return this.sources.texts.has(plainPath(path)) && !plainPath(path).startsWith('node_modules/')
  }

  /**
   * The model of a member's type. What would only print as a long expansion is kept as its author wrote it.
   */
  ofMember(symbol: ts.Symbol, at: ts.Node): TypeModel {
    const type = this.checker.getTypeOfSymbolAtLocation(symbol, at)
    const model = this.model(type, at)
    const written = symbol.declarations
      ?.map((declaration) =>
        ts.isPropertySignature(declaration) ||
        ts.isPropertyDeclaration(declaration) ||
        ts.isParameter(declaration)
          ? declaration.type
          : undefined,
      )
      .find((typeNode) => typeNode !== undefined)
    if (!written || !isLong(model) || !this.isSame(this.checker.getTypeFromTypeNode(written), type))
      return model
    const kept = ts.isUnionTypeNode(written)
      ? written.types.filter((type) => type.kind !== ts.SyntaxKind.UndefinedKeyword)
      : [written]
    const text: TypeModel = {
      is: 'other',
      text: kept
        .map((typeNode) => typeNode.getText())
        .join(' | ')
        .replace(/\bimport\([^)]*\)\./g, '')
        .replace(/\s+/g, ' '),
    }
    return symbol.flags & ts.SymbolFlags.Optional ? unionOf([text, { is: 'undefined' }]) : text
  }

  /** What the comments of a symbol's declarations say. */
  wordsOf(symbol: ts.Symbol): { comment?: string; deprecated?: string; since?: string; default?: string } {
    const said: ReturnType<CheckedTypes['wordsOf']> = {}
    for (const declaration of symbol.declarations ?? []) {
      const comment = wordsOf(declaration)
      if (comment) said.comment ??= comment
      const deprecated = tagText(declaration, 'deprecated')
      if (deprecated !== undefined) said.deprecated ??= deprecated
      const since = tagText(declaration, 'since')
      if (since) said.since ??= since
      const stated = tagText(declaration, 'default', 'defaultValue')
      if (stated) said.default ??= stated
    }
    return said
  }

  /**
   * Members of a type of props; of a union those of every arm, optional where an arm lacks them, with the
   * types of all arms.
   */
  propsOf(
    type: ts.Type,
    at: ts.Node,
  ): { symbol: ts.Symbol; name: string; optional: boolean; model: () => TypeModel }[] {
    const { checker } = this
    const arms = type.isUnion() ? type.types : [type]
    const names = new Map<string, ts.Symbol[]>()
    for (const arm of arms)
      for (const property of checker.getPropertiesOfType(arm))
        names.set(property.name, [...(names.get(property.name) ?? []), property])
    return [...names].map(([name, symbols]) => ({
      symbol: symbols[0]!,
      name,
      optional:
        symbols.length < arms.length || symbols.some((symbol) => !!(symbol.flags & ts.SymbolFlags.Optional)),
      model: () => unionOf([...new Set(symbols)].map((symbol) => this.ofMember(symbol, at))),
    }))
  }

  /** A member of a mapped type keeps the declaration it was mapped from, whose type is another. */
  private isSame(written: ts.Type, type: ts.Type): boolean {
    return (
      written === type || this.checker.getNonNullableType(written) === this.checker.getNonNullableType(type)
    )
  }

  /**
   * Of a few plain values those that a type takes which is told by its name only, such as names of elements
   * and roles.
   */
  acceptedBy(type: ts.Type): (string | number)[] {
    const { checker } = this
    const wanted = checker.getBaseConstraintOfType(type) ?? type
    return plainCandidates.filter((value) =>
      checker.isTypeAssignableTo(
        typeof value === 'string' ? checker.getStringLiteralType(value) : checker.getNumberLiteralType(value),
        wanted,
      ),
    )
  }

  /**
   * The model of a type, as far as an editor or a reader can use it; `at` is where it is looked at from.
   * What many members are of is worked out once.
   */
  model(type: ts.Type, at: ts.Node): TypeModel {
    const known = this.models.get(type)
    if (known) return known
    const model = modelOf(this, type, at)
    this.models.set(type, model)
    return model
  }
}

/** Packages whose declarations speak of elements, of CSS and of frameworks. */
const ofPage =
  /(?:^|\/)node_modules\/(?:typescript|csstype|@types\/(?:react|react-dom|node)|react|react-dom|preact|svelte|vue|@vue\/[\w-]+)\//

/** Names of elements and roles, a text and a number: values that types take which are told by a name only. */
const plainCandidates = ['section', 'article', 'button', 'Skerray', 3]

const isLong = (type: TypeModel): boolean =>
  type.is === 'union'
    ? type.of.some(isLong)
    : type.is === 'list'
      ? isLong(type.of)
      : type.is === 'other'
        ? type.text.length > 60 || /[{]/.test(type.text)
        : false
