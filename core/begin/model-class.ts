import ts from 'typescript'
import { walk } from '../read/source/walk'
import {
  bindingNames,
  indentOf,
  isLook,
  isMarkup,
  isNamed,
  sheetImports,
  withoutMarkup,
} from './model-source'
import type { Switch } from './simplest-switch'

// What is kept of the class of a model: how it comes by markup and looks, and one prop that is on or off.

/**
 * A member of the class that is kept, as it stands in the new one; `plain` is the same without the markup in
 * it, which gives way to ours with all that it names.
 */
export interface KeptMember {
  node: ts.Node
  text: string
  plain: string
}

/** What a script declares at its top, by name. */
export function topsOf(script: ts.SourceFile): Map<string, ts.Statement> {
  const tops = new Map<string, ts.Statement>()
  for (const statement of script.statements) {
    if (ts.isVariableStatement(statement))
      for (const declaration of statement.declarationList.declarations)
        if (ts.isIdentifier(declaration.name)) tops.set(declaration.name.text, statement)
    const isNamedStatement =
      ts.isFunctionDeclaration(statement) ||
      ts.isTypeAliasDeclaration(statement) ||
      ts.isInterfaceDeclaration(statement)
    if (isNamedStatement && statement.name) tops.set(statement.name.text, statement)
  }
  return tops
}

/** The class of a model, taken apart. */
export class ModelClass {
  private readonly dresses = new Map<ts.Node, boolean>()

  constructor(
    private readonly script: ts.SourceFile,
    private readonly statement: ts.ClassDeclaration,
    private readonly tops: ReadonlyMap<string, ts.Statement>,
  ) {}

  /**
   * The members that are kept, in the order of writing; `undefined` where one of them takes more than can be
   * followed.
   */
  kept(prop: Switch | undefined): KeptMember[] | undefined {
    const members: KeptMember[] = []
    for (const member of this.statement.members) {
      if (prop?.nodes.includes(member)) {
        const own = prop.nodes[0] === member ? prop.text : prop.renamed(member)
        members.push({ node: member, text: own, plain: own })
      } else if (this.isDress(member)) {
        const own = this.reduced(member)
        if (own === undefined) return undefined
        if (own) members.push({ node: member, ...own })
      }
    }
    this.addFields(members)
    members.sort((a, b) => a.node.pos - b.node.pos)
    return this.isCallingOthers(members) ? undefined : members
  }

  /** Adds the fields that what is kept makes use of. */
  private addFields(members: KeptMember[]): void {
    for (const member of this.statement.members) {
      const name = member.name?.getText()
      if (!name || !ts.isPropertyDeclaration(member)) continue
      if (members.some(({ node }) => node === member)) continue
      if (new RegExp(`this\\.${name.replace('$', '\\$')}\\b`).test(saidBy(members)))
        members.push({ node: member, text: member.getText(), plain: withoutMarkup(member) })
    }
  }

  /** Whether what is kept calls a method of the class that is not. */
  private isCallingOthers(members: readonly KeptMember[]): boolean {
    const isOwn = (name: string) => this.statement.members.some((member) => member.name?.getText() === name)
    const isKept = (name: string) =>
      members.some(({ node }) => (node as ts.ClassElement).name?.getText() === name)
    return members.some(({ plain }) =>
      [...plain.matchAll(/this\.(#?\w+)\(/g)].some(([, called]) => isOwn(called!) && !isKept(called!)),
    )
  }

  /** Whether code holds or names markup or looks. */
  private isDress(node: ts.Node): boolean {
    const known = this.dresses.get(node)
    if (known !== undefined) return known
    this.dresses.set(node, false)
    let found = false
    walk(node, (inner) => {
      found ||= this.isDressItself(inner) || this.isNameOfDress(inner, node)
      return !found
    })
    this.dresses.set(node, found)
    return found
  }

  private isDressItself(node: ts.Node): boolean {
    return (
      isMarkup(node) ||
      isLook(node) ||
      (ts.isPropertyAccessExpression(node) && ['attachShadow', 'adoptedStyleSheets'].includes(node.name.text))
    )
  }

  /** Whether a node inside another names a sheet, or a constant that holds markup or looks. */
  private isNameOfDress(node: ts.Node, outer: ts.Node): boolean {
    if (!ts.isIdentifier(node)) return false
    const top = this.tops.get(node.text)
    const isDressed = top !== undefined && top !== outer && ts.isVariableStatement(top) && this.isDress(top)
    return isDressed || sheetImports(this.script).has(node.text)
  }

  /**
   * A member with what it does of markup and looks; nothing where that is nothing, `undefined` where it takes
   * more than that.
   */
  private reduced(member: ts.ClassElement): Omit<KeptMember, 'node'> | null | undefined {
    const body =
      ts.isConstructorDeclaration(member) || ts.isMethodDeclaration(member) || ts.isAccessor(member)
        ? member.body
        : undefined
    if (!body) return { text: member.getText(), plain: withoutMarkup(member) }
    const kept = body.statements.filter(
      (statement) => this.isDress(statement) || /^super[.(]/.test(statement.getText()),
    )
    if (!kept.some((statement) => this.isDress(statement))) return null
    const left = body.statements
      .filter((statement) => !kept.includes(statement))
      .flatMap((statement) => (ts.isVariableStatement(statement) ? bindingNames(statement) : []))
    if (kept.some((statement) => left.some((name) => isNamed(name, withoutMarkup(statement)))))
      return undefined
    const { text } = this.script
    return {
      text:
        text.slice(member.getStart(), body.statements.pos) +
        this.written(kept) +
        text.slice(body.statements.end, member.end),
      plain: kept.map(withoutMarkup).join('\n'),
    }
  }

  /** Statements as they are written; the first that is kept has no blank line above it. */
  private written([first, ...others]: readonly ts.Statement[]): string {
    if (!first) return ''
    return [
      `\n${indentOf(this.script, first)}${first.getText()}`,
      ...others.map((statement) => this.script.text.slice(statement.pos, statement.end)),
    ].join('')
  }
}

/** What members that are kept say, without their markup. */
export const saidBy = (members: readonly KeptMember[]): string => members.map(({ plain }) => plain).join('\n')
