import ts from 'typescript'
import type { Contract } from '../contract/contract'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { importLine, inManner, mannerOf } from './manner'
import { pathLike } from './path'
import { commonest, summaryOf, type Names, type Wish } from './wish'

/** How the function components of a library are written, as most of them are. */
interface Habit {
  isTyped: boolean
  forwardsRef: boolean
  isDefault: boolean
  isArrow: boolean
  isAlias: boolean
  sheet: 'none' | 'module' | 'plain'
}

/**
 * A function component as most of a library's are written: how it is exported and wrapped, how its props are
 * typed, where its looks are.
 */
export function functionSkeleton(
  sources: SourceSet,
  alike: readonly Contract[],
  names: Names,
  wish: Wish,
): { made: SourceText[]; model: Contract | undefined } {
  const { path, model } = pathLike(alike, names, 'src/{name}.tsx')
  const paths = [...new Set(alike.map((contract) => contract.files[0]!))]
  const scripts = paths.map((text) => sources.scripts.get(text)!)
  const habit = habitOf(sources, alike, scripts, /\.tsx?$/.test(path))
  const ending = habit.sheet === 'module' ? '.module.css' : '.css'
  const css = habit.sheet === 'none' ? undefined : path.replace(/\.[jt]sx$/, ending)
  const text = [
    importsIn(habit, css?.split('/').at(-1)),
    propsIn(habit, names),
    `/** ${summaryOf(wish)} */\n${componentIn(habit, names)}`,
  ]
  const manner = mannerOf(scripts.map((script) => script.text))
  const script = { path, text: `${inManner(text.filter(Boolean).join('\n\n'), manner)}\n` }
  return { made: css ? [script, { path: css, text: looksIn(habit, names) }] : [script], model }
}

function habitOf(
  sources: SourceSet,
  alike: readonly Contract[],
  scripts: readonly ts.SourceFile[],
  isTyped: boolean,
): Habit {
  const isVariable = (contract: Contract) => {
    const declaration = declarationOf(sources, contract)
    return declaration !== undefined && ts.isVariableDeclaration(declaration)
  }
  return {
    isTyped,
    forwardsRef: commonest(scripts.map((script) => /\bforwardRef\b/.test(script.text))) ?? false,
    isDefault: commonest(alike.map((contract) => contract.exportName === 'default')) ?? false,
    isArrow: commonest(alike.map(isVariable)) ?? false,
    isAlias: commonest(scripts.flatMap(typesByAlias)) ?? false,
    sheet: commonest(scripts.map(sheetOf)) ?? 'none',
  }
}

/** Of each type that a script declares whether it is an alias, and no interface. */
const typesByAlias = (script: ts.SourceFile): boolean[] =>
  script.statements.flatMap((statement) =>
    ts.isInterfaceDeclaration(statement) ? [false] : ts.isTypeAliasDeclaration(statement) ? [true] : [],
  )

function sheetOf(script: ts.SourceFile): Habit['sheet'] {
  const sheet = script.statements
    .filter(ts.isImportDeclaration)
    .map((statement) => (statement.moduleSpecifier as ts.StringLiteral).text)
    .find((text) => text.endsWith('.css'))
  if (sheet === undefined) return 'none'
  return sheet.endsWith('.module.css') ? 'module' : 'plain'
}

function importsIn({ forwardsRef, isTyped, sheet }: Habit, css: string | undefined): string {
  const named = [
    ...(forwardsRef ? ['forwardRef'] : []),
    ...(isTyped ? ['type ComponentProps', 'type ReactNode'] : []),
  ]
  return [
    ...(named.length ? [importLine(named, 'react')] : []),
    ...(css ? [sheet === 'module' ? `import styles from './${css}'//;` : `import './${css}'//;`] : []),
  ].join('\n')
}

const typeNameOf = (names: Names): string => `${names.pascal}Props`

function propsIn({ isTyped, isAlias, forwardsRef }: Habit, names: Names): string {
  if (!isTyped) return ''
  const fields = `{
  /** Shown without its edge. */
  quiet?: boolean//;
  /** What stands in it. */
  children?: ReactNode//;
}`
  const from = forwardsRef ? `Omit<ComponentProps<'div'>, 'ref'>` : `ComponentProps<'div'>`
  return isAlias
    ? `export type ${typeNameOf(names)} = ${from} & ${fields}//;`
    : `export interface ${typeNameOf(names)} extends ${from} ${fields}`
}

function componentIn({ isTyped, forwardsRef, isDefault, isArrow, sheet }: Habit, names: Names): string {
  const name = names.pascal
  const className = sheet === 'module' ? '{styles.base}' : `"${names.kebab}"`
  const typed = isTyped && !forwardsRef ? `: ${typeNameOf(names)}` : ''
  const parameter = `{ quiet = false, children, ...rest }${typed}`
  const body = `{
  return (
    <div {...rest}${forwardsRef ? ' ref={ref}' : ''} className=${className} data-quiet={quiet || undefined}>
      {children ?? 'Nothing in it yet'}
    </div>
  )//;
}`
  if (forwardsRef) {
    const given = isTyped ? `<HTMLDivElement, ${typeNameOf(names)}>` : ''
    const made = `forwardRef${given}(function ${name}(${parameter}, ref) ${body})//;`
    return isDefault
      ? `const ${name} = ${made}\n\nexport default ${name}//;`
      : `export const ${name} = ${made}`
  }
  if (isArrow && !isDefault) return `export const ${name} = (${parameter}) => ${body}//;`
  return `export ${isDefault ? 'default ' : ''}function ${name}(${parameter}) ${body}`
}

function looksIn({ sheet }: Habit, names: Names): string {
  const base = sheet === 'module' ? '.base' : `.${names.kebab}`
  return (
    `${base} { padding: 8px 12px; border: 1px solid currentColor; }\n` +
    `${base}[data-quiet] { border-color: transparent; }\n`
  )
}

const declarationOf = (sources: SourceSet, { files, className }: Contract): ts.Declaration | undefined => {
  const found = sources.lookUpExport(files[0]!, className)
  return found?.is === 'node' ? found.node : undefined
}
