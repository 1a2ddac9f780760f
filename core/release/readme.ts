import type { Prop } from '../contract/prop'
import { componentTitle, memberTitle, membersOf, type Contract } from '../contract/contract'
import { shortType } from '../contract/type'
import { attributeOf, attributeValue } from '../tokens/axis'
import { autoTheme, conditionText } from '../tokens/condition'
import { wholeThemes } from '../tokens/regions'
import { combinationKey, sayNever, saySettings, type Combination } from '../variants/combination'
import { bareName, type Words } from './manifest'
import type { PackageInput } from './package'
import { sheetPath, singlePaths } from './places'

type Told = Pick<PackageInput, 'prefix' | 'words' | 'combinations'>

/** The readme of a package: how it is installed, and what each component offers, in Markdown. */
export function readme(input: PackageInput): string {
  const { library, version, contracts, prefix, registry, themes } = input
  const base = themes.find((theme) => theme.on === null)?.name ?? ''
  const worn = wholeThemes(themes).find((theme) => theme.name !== base)?.name ?? base
  const first = `${library.name}/${bareName(contracts[0]?.tag ?? '', prefix)}`
  return `# ${library.name}

${library.description ?? ''}

## Install

\`\`\`sh
npm install ${library.name}@${version} --registry ${registry}
\`\`\`

\`\`\`html
<link rel="stylesheet" href="node_modules/${library.name}/tokens/tokens.css">
<script type="module" src="node_modules/${library.name}/dist/index.js"></script>
\`\`\`

With a bundler: \`import '${library.name}'\` for all, or one component at a time, such as \`import '${first}'\`.
A theme holds inside an element: \`<div data-theme="${worn}">\`.${comingLines(themes)}${besideLines(themes)}
${sheetLines(input)}${singleLines(input)}${iconLines(input)}
Tokens for scripts: \`import { tokens, values } from '${library.name}/tokens'\`. For Sass, with its importer of packages:
\`@use 'pkg:${library.name}/tokens'\`. For pages whose own rules are to win whatever they weigh, link
\`tokens/layered.css\` in the place of \`tokens/tokens.css\`; \`tokens/properties.css\` beside either lets values be
animated.

## Components

${contracts.map((contract) => sectionOf(contract, input)).join('\n\n')}
`
}

/** Which themes come in by themselves, and where. */
function comingLines(themes: PackageInput['themes']): string {
  const coming = wholeThemes(themes).flatMap(({ title, when }) =>
    when ? [`${title} where ${conditionText(when)}`] : [],
  )
  return coming.length
    ? ` On a root that names none, and inside of \`data-theme="${autoTheme}"\`, a theme comes in by itself: ${coming.join('; ')}.`
    : ''
}

/** Which themes are worn beside those, and how. */
const besideLines = (themes: PackageInput['themes']): string =>
  themes
    .filter(({ axis }) => axis)
    .map((theme) => {
      const where = theme.when ? `, or by itself where ${conditionText(theme.when)}` : ''
      const attribute = `${attributeOf(theme.axis)}="${attributeValue(theme)}"`
      return ` ${theme.title} is worn beside any of them, by \`${attribute}\`${where}.`
    })
    .join('')

/** The sheet that consumers load beside components, where there is one. */
const sheetLines = ({ library, sheet }: PackageInput): string =>
  sheet === undefined ? '' : `\nLook: \`import '${library.name}/${sheetPath}'\`, beside the components.\n`

/** How the library is had in a page without a build, where it is there as a single file. */
function singleLines({ library, single = [] }: PackageInput): string {
  const { module, classic, global } = singlePaths(library.name)
  const has = (path: string) => single.some((file) => file.path === path)
  if (!has(module)) return ''
  const peers = Object.keys(library.peerDependencies ?? {}).join(' and ')
  const asScript = has(classic)
    ? `<script src="node_modules/${library.name}/${classic}"></script>`
    : `<script type="module" src="node_modules/${library.name}/${module}"></script>`
  const told = has(classic)
    ? `\`${module}\` is the same as a module; the script calls what it hands on \`${global}\`.`
    : `An import map says where the page has ${peers} from.`
  return `
One file, for pages without a build, has all components, themes and icons in it:

\`\`\`html
${asScript}
\`\`\`

${told}
`
}

/** How icons and messages are had besides in components. */
function iconLines({ library, icons = [], messages = [] }: PackageInput): string {
  const lines = [
    ...(icons.length
      ? [
          `Icons: \`import { … } from '${library.name}/icons'\`, as texts; link \`icons/icons.css\` too where themes ` +
            'have icons of their own.',
        ]
      : []),
    ...(messages.length ? [`Messages, a file for each language: \`${library.name}/messages/…\`.`] : []),
  ]
  return lines.length ? `\n${lines.join('\n')}\n` : ''
}

/** What one component offers. */
function sectionOf(contract: Contract, { prefix, words, combinations }: Told): string {
  const { tag } = contract
  const members = membersLine(contract)
  return [
    `### ${componentTitle(tag, prefix)}\n\n\`<${tag}>\` ${words(tag, 'component:') ?? contract.summary}`,
    ...propTable(contract, words),
    ...(members ? [members] : []),
    ...togetherOf(combinations[tag] ?? [], tag, words),
  ].join('\n\n')
}

const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('\n', ' ')

/** Its props as a table, where it has any that can be set. */
function propTable(contract: Contract, words: Words): string[] {
  const props = membersOf(contract, 'prop').filter((member) => !member.readonly)
  const rowOf = (prop: Prop) =>
    [
      `\`${prop.name}\``,
      prop.attribute ? `\`${prop.attribute}\`` : '',
      `\`${cell(shortType(prop.type))}\``,
      prop.default ? `\`${cell(prop.default)}\`` : '',
      cell(words(contract.tag, `prop:${prop.name}`) ?? prop.comment ?? ''),
    ].join(' | ')
  const head = ['| prop | attribute | type | default | |', '| --- | --- | --- | --- | --- |']
  return props.length ? [[...head, ...props.map((prop) => `| ${rowOf(prop)} |`)].join('\n')] : []
}

/** `Slots: …. Events: ….` */
const membersLine = (contract: Contract): string =>
  (
    [
      ['slot', 'Slots'],
      ['event', 'Events'],
      ['part', 'Parts'],
    ] as const
  )
    .flatMap(([kind, title]) => {
      const names = membersOf(contract, kind)
        .filter((member) => member.known !== 'comment')
        .map((member) => `\`${memberTitle(member)}\``)
      return names.length ? [`${title}: ${names.join(', ')}.`] : []
    })
    .join(' ')

/** A component's named variants and what must not be used, as lists in Markdown. */
function togetherOf(combinations: readonly Combination[], tag: string, words: Words): string[] {
  const lineOf = (combination: Combination) => {
    if (combination.rule === 'never') return `- ${sayNever(combination)}`
    const name = `- **${combination.name}** (${saySettings(combination.settings)})`
    const said = words(tag, combinationKey(combination))
    return said ? `${name}: ${said}` : name
  }
  const lines = combinations.map(lineOf)
  return lines.length ? [lines.join('\n')] : []
}
