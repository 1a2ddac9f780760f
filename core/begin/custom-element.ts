import ts from 'typescript'
import type { Contract } from '../contract/contract'
import { membersOf } from '../contract/contract'
import { bareName } from '../release/manifest'
import type { SourceSet } from '../read/source/source-set'
import { walk } from '../read/source/walk'
import type { SourceText } from '../read/source/source-text'
import { classNameAfter, pascalOf } from './class-name'
import { mannerOf } from './manner'
import { filled, shapeOf } from './path'
import { looks, markup, switchName } from './plain-element'
import { simplestSwitch } from './simplest-switch'
import { summaryOf, type Names, type Wish } from './wish'
import {
  isNamed,
  isMarkup,
  isLook,
  sheetImports,
  withoutMarkup,
  headerOf,
  bindingNames,
  isPair,
  indentOf,
  importOf,
  looksIn,
  withTexts,
} from './model-source'

/**
 * A new element after a model of the library: its imports, the way it comes by markup and looks, its
 * registration, and one prop that is on or off; everything else of the model is left out. `undefined`
 * where the model does these things in a way that cannot be followed.
 */
export function afterModel(
  sources: SourceSet,
  model: Contract,
  prefix: string,
  names: Names,
  wish: Wish,
): SourceText[] | undefined {
  const [path] = model.files
  const script = path === undefined ? undefined : sources.scripts.get(path)
  const bare = bareName(model.tag, prefix)
  const shape = script && shapeOf(path!, bare, pascalOf(bare))
  const to = shape && filled(shape, names)
  if (!script || !to || membersOf(model, 'slot').length === 0) return undefined
  const statement = script.statements.find(
    (statement): statement is ts.ClassDeclaration =>
      ts.isClassDeclaration(statement) && statement.name?.text === model.className,
  )
  if (!statement) return undefined

  const tops = new Map<string, ts.Statement>()
  for (const statement of script.statements) {
    if (ts.isVariableStatement(statement))
      for (const declaration of statement.declarationList.declarations)
        if (ts.isIdentifier(declaration.name)) tops.set(declaration.name.text, statement)
    if (
      (ts.isFunctionDeclaration(statement) ||
        ts.isTypeAliasDeclaration(statement) ||
        ts.isInterfaceDeclaration(statement)) &&
      statement.name
    )
      tops.set(statement.name.text, statement)
  }
  const dresses = new Map<ts.Node, boolean>()
  /** Whether code holds or names markup or looks. */
  const isDress = (node: ts.Node): boolean => {
    const known = dresses.get(node)
    if (known !== undefined) return known
    dresses.set(node, false)
    let found = false
    walk(node, (other) => {
      if (
        isMarkup(other) ||
        isLook(other) ||
        (ts.isPropertyAccessExpression(other) &&
          ['attachShadow', 'adoptedStyleSheets'].includes(other.name.text))
      )
        found = true
      if (ts.isIdentifier(other)) {
        const top = tops.get(other.text)
        if (
          (top && top !== node && ts.isVariableStatement(top) && isDress(top)) ||
          sheetImports(script).has(other.text)
        )
          found = true
      }
      return !found
    })
    dresses.set(node, found)
    return found
  }

  /**
   * A member with what it does of markup and looks; nothing where that is nothing, `undefined` where it takes
   * more than that.
   */
  const reduced = (member: ts.ClassElement): { text: string; plain: string } | null | undefined => {
    const body =
      ts.isConstructorDeclaration(member) || ts.isMethodDeclaration(member) || ts.isAccessor(member)
        ? member.body
        : undefined
    if (!body) return { text: member.getText(), plain: withoutMarkup(member) }
    const kept = body.statements.filter(
      (statement) => isDress(statement) || /^super[.(]/.test(statement.getText()),
    )
    if (!kept.some(isDress)) return null
    const left = body.statements
      .filter((statement) => !kept.includes(statement))
      .flatMap((statement) => (ts.isVariableStatement(statement) ? bindingNames(statement) : []))
    if (kept.some((statement) => left.some((name) => isNamed(name, withoutMarkup(statement)))))
      return undefined
    // the first that is kept has no blank line above it
    const written = kept
      .map((statement, i) =>
        i === 0
          ? `\n${indentOf(script, statement)}${statement.getText()}`
          : script.text.slice(statement.pos, statement.end),
      )
      .join('')
    const before = script.text.slice(member.getStart(), body.statements.pos)
    const after = script.text.slice(body.statements.end, member.end)
    return {
      text: before + written + after,
      plain: kept.map(withoutMarkup).join('\n'),
    }
  }
  const prop = simplestSwitch(statement, model)
  /**
   * What is kept of the class; `plain` is the same without the markup in it, which gives way to ours with all
   * that it names.
   */
  const members: { node: ts.Node; text: string; plain: string }[] = []
  for (const member of statement.members) {
    if (prop?.nodes.includes(member)) {
      const own = prop.nodes[0] === member ? prop.text : prop.renamed(member)
      members.push({ node: member, text: own, plain: own })
    } else if (isDress(member)) {
      const own = reduced(member)
      if (own === undefined) return undefined
      if (own) members.push({ node: member, ...own })
    }
  }
  // fields that what is kept makes use of
  const says = () => members.map((member) => member.plain).join('\n')
  for (let i = 0; i < statement.members.length; i++) {
    const member = statement.members[i]!
    const name = member.name?.getText()
    if (
      name &&
      ts.isPropertyDeclaration(member) &&
      !members.some((other) => other.node === member) &&
      new RegExp(`this\\.${name.replace('$', '\\$')}\\b`).test(says())
    )
      members.push({ node: member, text: member.getText(), plain: withoutMarkup(member) })
  }
  members.sort((a, b) => a.node.pos - b.node.pos)
  const className = classNameAfter(model, prefix, names)
  if (
    members.some((member) =>
      [...member.plain.matchAll(/this\.(#?\w+)\(/g)].some(
        ([, called]) =>
          statement.members.some((member) => member.name?.getText() === called) &&
          !members.some((member) => (member.node as ts.ClassElement).name?.getText() === called),
      ),
    )
  )
    return undefined

  const header = headerOf(script, statement)
  const registering = script.statements.filter(
    (other) =>
      other !== statement &&
      !ts.isImportDeclaration(other) &&
      !ts.isVariableStatement(other) &&
      !ts.isFunctionDeclaration(other) &&
      !ts.isInterfaceDeclaration(other) &&
      !ts.isTypeAliasDeclaration(other) &&
      new RegExp(`\\b${model.className}\\b`).test(other.getText()),
  )
  // what is named by what is kept comes along
  const kept = new Set<ts.Statement>()
  const text = () =>
    [
      header,
      says(),
      ...registering.map((statement) => statement.getText()),
      ...[...kept].map(withoutMarkup),
    ].join('\n')
  for (let before = -1; before !== kept.size;) {
    before = kept.size
    const now = text()
    for (const [name, other] of tops) if (isNamed(name, now)) kept.add(other)
  }
  if ([...kept].some((statement) => ts.isFunctionDeclaration(statement)) || text().length > 6000)
    return undefined
  const now = text()
  const imports = script.statements
    .filter(ts.isImportDeclaration)
    .map((statement) => importOf(statement, now, bare, names))
    .filter((text) => text !== undefined)

  // files beside it that are called after the model and hold its looks: each has one of its own for the new
  // element
  const indent = mannerOf([script.text]).indent
  const beside: SourceText[] = []
  for (const statement of script.statements.filter(ts.isImportDeclaration)) {
    const file =
      importOf(statement, now, bare, names) !== undefined
        ? sources.resolve(path!, (statement.moduleSpecifier as ts.StringLiteral).text)
        : undefined
    const form = file === undefined ? undefined : shapeOf(file, bare, pascalOf(bare))
    if (file === undefined || form === undefined) continue
    const like = sources.scripts.get(file)
    const text = like
      ? withTexts(file, like.text, [], [looksIn(looks(prop && switchName), indent)])
      : `${looks(prop && switchName)}\n`
    if (text === undefined) return undefined
    beside.push({ path: filled(form, names), text })
  }
  const parts = script.statements.flatMap((other) => {
    if (other === statement) {
      const apart = (i: number) =>
        i === 0 ? '' : isPair(members[i - 1]!.node, members[i]!.node) ? '\n' : '\n\n'
      const body = members.map((member, i) => apart(i) + indentOf(script, member.node) + member.text)
      return [[docOf(wish, statement, prop !== undefined), header, body.join(''), '}'].join('\n')]
    }
    return kept.has(other) || registering.includes(other) ? [other.getText()] : []
  })
  const composed = [imports.join('\n'), ...parts].filter(Boolean).join('\n\n')
  const renamed = composed
    .replaceAll(new RegExp(`\\b${model.className}\\b`, 'g'), className)
    .replaceAll(new RegExp(`(['"\`<])${model.tag}(?=['"\`>])`, 'g'), `$1${names.tag}`)
  const whole = withTexts(
    to,
    renamed,
    [markup],
    ['', beside.length ? '' : looksIn(looks(prop && switchName), indent)],
  )
  if (whole === undefined) return undefined
  return [
    { path: to, text: `${whole.replace(/^((?:const|let) .*)\n\n(?=(?:const|let) )/gm, '$1\n')}\n` },
    ...beside,
  ]
}

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
