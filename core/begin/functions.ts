import ts from 'typescript'
import type { Contract } from '../contract/contract'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { importLine, inManner, mannerOf } from './manner'
import { pathLike } from './path'
import { commonest, summaryOf, type Names, type Wish } from './wish'

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
  const scripts = [...new Set(alike.map((entry) => entry.files[0]!))].map((text) =>
    sources.scripts.get(text)!,
  )
  const typed = /\.tsx?$/.test(path)
  const forwards = commonest(scripts.map((script) => /\bforwardRef\b/.test(script.text))) ?? false
  const isDefault = commonest(alike.map((entry) => entry.exportName === 'default')) ?? false
  const arrow =
    commonest(alike.map((entry) => ts.isVariableDeclaration(declarationOf(sources, entry) ?? scripts[0]!))) ??
    false
  const alias =
    commonest(
      scripts.flatMap((script) =>
        script.statements.flatMap((statement) =>
          ts.isInterfaceDeclaration(statement) ? [false] : ts.isTypeAliasDeclaration(statement) ? [true] : [],
        ),
      ),
    ) ?? false
  const sheet =
    commonest(
      scripts
        .map((script) =>
          script.statements
            .filter(ts.isImportDeclaration)
            .map((statement) => (statement.moduleSpecifier as ts.StringLiteral).text)
            .find((text) => text.endsWith('.css')),
        )
        .map((text) => (text === undefined ? 'none' : text.endsWith('.module.css') ? 'module' : 'plain')),
    ) ?? 'none'
  const css =
    sheet === 'none' ? undefined : path.replace(/\.[jt]sx$/, sheet === 'module' ? '.module.css' : '.css')
  const bare = css?.split('/').at(-1)
  const said = summaryOf(wish)
  const type = `${names.pascal}Props`
  const className = sheet === 'module' ? '{styles.base}' : `"${names.kebab}"`
  const parameter = `{ quiet = false, children, ...rest }${typed && !forwards ? `: ${type}` : ''}`
  const body = `{
  return (
    <div {...rest}${forwards ? ' ref={ref}' : ''} className=${className} data-quiet={quiet || undefined}>
      {children ?? 'Nothing in it yet'}
    </div>
  )//;
}`
  const imports = [
    ...(forwards || typed
      ? [
          importLine(
            [
              ...(forwards ? ['forwardRef'] : []),
              ...(typed ? ['type ComponentProps', 'type ReactNode'] : []),
            ],
            'react',
          ),
        ]
      : []),
    ...(bare ? [sheet === 'module' ? `import styles from './${bare}'//;` : `import './${bare}'//;`] : []),
  ]
  const fields = `{
  /** Shown without its edge. */
  quiet?: boolean//;
  /** What stands in it. */
  children?: ReactNode//;
}`
  const from = forwards ? `Omit<ComponentProps<'div'>, 'ref'>` : `ComponentProps<'div'>`
  const props = typed
    ? [
        alias
          ? `export type ${type} = ${from} & ${fields}//;`
          : `export interface ${type} extends ${from} ${fields}`,
      ]
    : []
  const head = isDefault ? 'export default ' : 'export '
  const component = forwards
    ? `${isDefault ? '' : 'export '}const ${names.pascal} = ` +
      `forwardRef${typed ? `<HTMLDivElement, ${type}>` : ''}(function ` +
      `${names.pascal}(${parameter}, ref) ` +
      `${body})//;${isDefault ? `\n\nexport default ${names.pascal}//;` : ''}`
    : arrow && !isDefault
      ? `export const ${names.pascal} = (${parameter}) => ${body}//;`
      : `${head}function ${names.pascal}(${parameter}) ${body}`
  const text = [imports.join('\n'), ...props, `/** ${said} */\n${component}`].filter(Boolean).join('\n\n')
  const base = sheet === 'module' ? '.base' : `.${names.kebab}`
  return {
    made: [
      { path, text: `${inManner(text, mannerOf(scripts.map((script) => script.text)))}\n` },
      ...(css
        ? [
            {
              path: css,
              text:
                `${base} { padding: 8px 12px; border: 1px solid currentColor; ` +
                `}\n${base}[data-quiet] { border-color: transparent; }\n`,
            },
          ]
        : []),
    ],
    model,
  }
}

const declarationOf = (sources: SourceSet, { files, className }: Contract): ts.Declaration | undefined => {
  const found = sources.lookUpExport(files[0]!, className)
  return found?.is === 'node' ? found.node : undefined
}
