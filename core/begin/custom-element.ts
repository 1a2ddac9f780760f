import ts from 'typescript'
import type { Contract } from '../contract/contract'
import { membersOf } from '../contract/contract'
import { bareName } from '../release/manifest'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { classNameAfter, pascalOf } from './class-name'
import { mannerOf } from './manner'
import { ModelClass, saidBy, topsOf, type KeptMember } from './model-class'
import { filled, shapeOf } from './path'
import { looks, markup, switchName } from './plain-element'
import { simplestSwitch } from './simplest-switch'
import { summaryOf, type Names, type Wish } from './wish'
import {
  headerOf,
  importOf,
  indentOf,
  isNamed,
  isPair,
  looksIn,
  withoutMarkup,
  withTexts,
} from './model-source'

/** Characters of what is kept of a model at most: of one that takes more, most would be left out. */
const mostKept = 6000

/** A model of the library, its class, and what the new element is called. */
interface Model {
  sources: SourceSet
  contract: Contract
  path: string
  script: ts.SourceFile
  statement: ts.ClassDeclaration
  tops: ReadonlyMap<string, ts.Statement>
  /** The tag without the library's prefix. */
  bare: string
  names: Names
}

/**
 * A new element after a model of the library: its imports, the way it comes by markup and looks, its
 * registration, and one prop that is on or off; everything else of the model is left out. `undefined`
 * where the model does these things in a way that cannot be followed.
 */
export function afterModel(
  sources: SourceSet,
  contract: Contract,
  prefix: string,
  names: Names,
  wish: Wish,
): SourceText[] | undefined {
  const [path] = contract.files
  const script = path === undefined ? undefined : sources.scripts.get(path)
  const bare = bareName(contract.tag, prefix)
  const shape = script && shapeOf(path!, bare, pascalOf(bare))
  const to = shape && filled(shape, names)
  const statement = script && classOf(script, contract.className)
  if (!to || !statement || membersOf(contract, 'slot').length === 0) return undefined
  const tops = topsOf(script)
  const model: Model = { sources, contract, path: path!, script, statement, tops, bare, names }
  const prop = simplestSwitch(statement, contract)
  const members = new ModelClass(script, statement, tops).kept(prop)
  const kept = members && keptBeside(model, members)
  if (!members || !kept) return undefined
  const css = looks(prop && switchName)
  const beside = filesBeside(model, kept.said, css)
  if (beside === undefined) return undefined
  const className = classNameAfter(contract, prefix, names)
  const text = renamed(
    model,
    className,
    composed(model, members, kept, docOf(wish, statement, prop !== undefined)),
  )
  const whole = withTexts(to, text, [markup], ['', beside.length ? '' : looksIn(css, indentIn(script))])
  if (whole === undefined) return undefined
  return [
    { path: to, text: `${whole.replace(/^((?:const|let) .*)\n\n(?=(?:const|let) )/gm, '$1\n')}\n` },
    ...beside,
  ]
}

const classOf = (script: ts.SourceFile, name: string): ts.ClassDeclaration | undefined =>
  script.statements.find(
    (statement): statement is ts.ClassDeclaration =>
      ts.isClassDeclaration(statement) && statement.name?.text === name,
  )

const indentIn = (script: ts.SourceFile): string => mannerOf([script.text]).indent

/** What is kept beside the class: statements of the script, and all that is said by what is kept. */
interface KeptBeside {
  statements: ReadonlySet<ts.Statement>
  said: string
}

/**
 * What registers the class, and what is named by what is kept; `undefined` where that takes functions, or is
 * too much.
 */
function keptBeside(model: Model, members: readonly KeptMember[]): KeptBeside | undefined {
  const { script, statement, tops } = model
  const registering = registeringIn(model)
  const kept = new Set<ts.Statement>()
  const saidNow = () =>
    [
      headerOf(script, statement),
      saidBy(members),
      ...registering.map((other) => other.getText()),
      ...[...kept].map(withoutMarkup),
    ].join('\n')
  for (let before = -1; before !== kept.size;) {
    before = kept.size
    const said = saidNow()
    for (const [name, other] of tops) if (isNamed(name, said)) kept.add(other)
  }
  const said = saidNow()
  const takesFunctions = [...kept].some((other) => ts.isFunctionDeclaration(other))
  return takesFunctions || said.length > mostKept
    ? undefined
    : { statements: new Set([...kept, ...registering]), said }
}

/** Statements that name the class and only do something. */
const registeringIn = ({ script, statement, contract }: Model): ts.Statement[] =>
  script.statements.filter(
    (other) =>
      other !== statement &&
      !ts.isImportDeclaration(other) &&
      !ts.isVariableStatement(other) &&
      !ts.isFunctionDeclaration(other) &&
      !ts.isInterfaceDeclaration(other) &&
      !ts.isTypeAliasDeclaration(other) &&
      new RegExp(`\\b${contract.className}\\b`).test(other.getText()),
  )

const importsIn = (script: ts.SourceFile): ts.ImportDeclaration[] =>
  script.statements.filter(ts.isImportDeclaration)

/**
 * Files beside it that are called after the model and hold its looks: each has one of its own for the new
 * element. `undefined` where the looks of one cannot be told from the rest of it.
 */
function filesBeside(
  { sources, path, script, bare, names }: Model,
  said: string,
  css: string,
): SourceText[] | undefined {
  const beside: SourceText[] = []
  for (const statement of importsIn(script)) {
    const file =
      importOf(statement, said, bare, names) !== undefined
        ? sources.resolve(path, (statement.moduleSpecifier as ts.StringLiteral).text)
        : undefined
    const form = file === undefined ? undefined : shapeOf(file, bare, pascalOf(bare))
    if (file === undefined || form === undefined) continue
    const like = sources.scripts.get(file)
    const text = like ? withTexts(file, like.text, [], [looksIn(css, indentIn(script))]) : `${css}\n`
    if (text === undefined) return undefined
    beside.push({ path: filled(form, names), text })
  }
  return beside
}

/** The script with what is kept of it, as the model is called. */
function composed(
  { script, statement, bare, names }: Model,
  members: readonly KeptMember[],
  { statements, said }: KeptBeside,
  doc: string,
): string {
  const imports = importsIn(script).flatMap((declaration) => importOf(declaration, said, bare, names) ?? [])
  const parts = script.statements.flatMap((other) => {
    if (other === statement)
      return [[doc, headerOf(script, statement), bodyOf(script, members), '}'].join('\n')]
    return statements.has(other) ? [other.getText()] : []
  })
  return [imports.join('\n'), ...parts].filter(Boolean).join('\n\n')
}

/** Members one below the other, those that belong together without a blank line between them. */
function bodyOf(script: ts.SourceFile, members: readonly KeptMember[]): string {
  const apart = (i: number) => (i === 0 ? '' : isPair(members[i - 1]!.node, members[i]!.node) ? '\n' : '\n\n')
  return members.map((member, i) => apart(i) + indentOf(script, member.node) + member.text).join('')
}

/** A text in which the model's class and tag are called as the new ones are. */
const renamed = ({ contract, names }: Model, className: string, text: string): string =>
  text
    .replaceAll(new RegExp(`\\b${contract.className}\\b`, 'g'), className)
    .replaceAll(new RegExp(`(['"\`<])${contract.tag}(?=['"\`>])`, 'g'), `$1${names.tag}`)

/** The comment of the new class, with the tags its model's comment makes use of. */
function docOf(wish: Wish, model: ts.ClassDeclaration, hasSwitch: boolean): string {
  const tags = new Set(ts.getJSDocTags(model).map((tag) => tag.tagName.text))
  const lines = [
    ...(wish.group ? [`@group ${wish.group}`] : []),
    ...(tags.has('status') ? ['@status draft'] : []),
    ...(tags.has('slot') ? ['@slot - What stands in it.'] : []),
    ...(tags.has('csspart') ? ['@csspart base - The whole of it.'] : []),
    ...(hasSwitch && (tags.has('attr') || tags.has('attribute'))
      ? [`@attr ${switchName} - Shown without its edge.`]
      : []),
  ]
  return [
    '/**',
    ` * ${summaryOf(wish)}`,
    ...(lines.length ? [' *', ...lines.map((line) => ` * ${line}`)] : []),
    ' */',
  ].join('\n')
}
