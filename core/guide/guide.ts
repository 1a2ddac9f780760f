import type { SummaryRow } from '../accessible/summary'
import { arrangedBy } from '../variants/arrangement'
import { sayActs } from '../acts/sentence'
import { firstExamples } from '../code/examples'
import { codeFor, codeStyles, stylesOf } from '../code/frameworks'
import { forFrame, modulesFor } from '../code/showing'
import type { Usage } from '../code/usage'
import {
  componentTitle,
  describeMember,
  memberKey,
  memberTitle,
  membersOf,
  type Contract,
  type Member,
} from '../contract/contract'
import { entriesOf, type FindEntry } from '../find/entries'
import { bareName } from '../release/manifest'
import { importedFrom } from '../release/places'
import { combinationKey, ruledOut, sayNever, saySettings, type Combination } from '../variants/combination'
import type { ExampleView } from '../wire'
import { guideSections } from './sections'

// What a guide to a library tells, as pages of its own that need no server.

/** An example as a page of its own shows it. */
export interface GuideExample {
  /** The file that shows it live, without its ending; none where it can not be shown. */
  file: string | undefined
  name: string
  notes: string
  /** What is to be done to it, in words. */
  way: string
  tag: string
  usage: Usage
  /** The components that are needed to show it. */
  needs: string[]
  /** Code for it, by the styles that its consumers write. */
  code: { title: string; text: string }[]
}

export interface GuideRow {
  key: string
  title: string
  described: string
  /** Markdown. */
  words: string
  deprecated: string | undefined
  since: string | undefined
}

/** One component, on a page of its own. Words are Markdown. */
export interface GuidePage {
  tag: string
  /** What its page is called, without an ending. */
  file: string
  title: string
  group: string
  words: string
  when: string
  whenNot: string
  deprecated: string | undefined
  examples: GuideExample[]
  sections: { heading: string; rows: GuideRow[] }[]
  together: string[]
  accessible: SummaryRow[]
  /** Components of the library that it is made of, and that are made of it. */
  uses: string[]
  usedBy: string[]
}

export interface Guide {
  title: string
  package: string
  version: string
  description: string
  install: string
  themes: { name: string; title: string }[]
  pages: GuidePage[]
  search: FindEntry[]
}

/** What is known of one component. */
export interface GuideComponent {
  contract: Contract
  face: Usage
  examples: readonly ExampleView[]
  /** Whether it can be shown: it was built. */
  isBuilt: boolean
  /** By the keys of its members. */
  words: Readonly<Record<string, string>>
  combinations: readonly Combination[]
  accessible: SummaryRow[]
}

type Words = GuideComponent['words']

export interface GuideInput extends Omit<Guide, 'pages' | 'search'> {
  prefix: string
  components: readonly GuideComponent[]
  /** Custom properties that are tokens of the library, which nobody writes words for. */
  tokens: readonly string[]
}

/** Examples that are made of a component that has none of its own. */
const mostMade = 6

/** All that a guide tells. Inner components, which a package hands on to nobody, have no page. */
export function guideOf(input: GuideInput): Guide {
  const { components, prefix } = input
  const told = components.filter(({ contract }) => contract.exported)
  const files = fileNames(
    components.map(({ contract }) => contract.tag),
    prefix,
  )
  const words = new Map(
    components.map(({ contract, words }) => [
      contract.tag,
      // in which order values stand is not looked for
      new Map(Object.entries(words).filter(([key]) => arrangedBy(key) === undefined)),
    ]),
  )
  return {
    title: input.title,
    package: input.package,
    version: input.version,
    description: input.description,
    install: input.install,
    themes: input.themes,
    pages: told.map((component) => pageOf(component, input, files)),
    search: entriesOf(
      told.map(({ contract }) => contract),
      prefix,
      words,
    ),
  }
}

/**
 * What the pages of components are called, by tag: none as another, as the page of all, or but for the size of
 * its letters, which some disks do not tell apart.
 */
function fileNames(tags: readonly string[], prefix: string): ReadonlyMap<string, string> {
  const taken = new Set(['index'])
  return new Map(
    tags.map((tag) => {
      const bare = bareName(tag, prefix)
      let file = bare
      for (let number = 2; taken.has(file.toLowerCase()); number++) file = `${bare}-${number}`
      taken.add(file.toLowerCase())
      return [tag, file]
    }),
  )
}

type Files = ReturnType<typeof fileNames>

function pageOf(component: GuideComponent, input: GuideInput, files: Files): GuidePage {
  const { contract, words, combinations, accessible } = component
  const { tag } = contract
  const userTags = input.components
    .filter((user) => user.contract.uses.some((use) => use.tag === tag))
    .map((user) => user.contract.tag)
  return {
    tag,
    file: files.get(tag)!,
    title: componentTitle(tag, input.prefix),
    group: contract.group ?? '',
    words: words['component:'] ?? contract.summary,
    when: words['guide:when'] ?? '',
    whenNot: words['guide:when-not'] ?? '',
    deprecated: contract.deprecated,
    examples: examplesOf(component, input, files),
    sections: sectionsOf(component, new Set(input.tokens)),
    together: combinations.map((combination) => sayCombination(combination, words)),
    accessible,
    uses: contract.uses.map((use) => use.tag),
    usedBy: userTags,
  }
}

function sayCombination(combination: Combination, words: Words): string {
  if (combination.rule === 'never') return sayNever(combination)
  const said = words[combinationKey(combination)]
  return `${combination.name}: ${saySettings(combination.settings)}.${said ? ` ${said}` : ''}`
}

const sectionsOf = ({ contract, words }: GuideComponent, tokens: ReadonlySet<string>) =>
  guideSections(contract, tokens).map(({ heading, members }) => ({
    heading,
    rows: members.map((member) => rowOf(member, words)),
  }))

function rowOf(member: Member, words: Words): GuideRow {
  const key = memberKey(member)
  const attribute = member.kind === 'prop' && member.attribute ? ` · attribute ${member.attribute}` : ''
  return {
    key,
    title: memberTitle(member),
    described: `${describeMember(member)}${attribute}`,
    words: words[key] ?? member.comment ?? '',
    deprecated: member.deprecated,
    since: member.since,
  }
}

/** Its face first, then what people kept; what the contract suggests where they kept nothing. */
function examplesOf(component: GuideComponent, input: GuideInput, files: Files): GuideExample[] {
  const { contract, face, combinations } = component
  const title = componentTitle(contract.tag, input.prefix)
  const never = combinations.filter((combination) => combination.rule === 'never')
  const isSound = (usage: Usage) => isOf(contract, usage) && ruledOut(contract, usage, never).length === 0
  const kept = component.examples
    .filter((example) => !example.face && isSound(example.usage))
    .map(({ name, notes, usage, acts }) => ({ name, notes, usage, way: acts.length ? sayActs(acts) : '' }))
  const made = kept.length ? [] : firstExamples(contract, title, face).slice(0, mostMade)
  return [
    { name: title, notes: '', usage: face, way: '' },
    ...kept,
    ...made.filter(({ usage }) => isSound(usage)).map((example) => ({ ...example, notes: '', way: '' })),
  ].map((example, at) => exampleOf(component, example, `${files.get(contract.tag)!}.${at}`, input))
}

/** Whether a component has all that a way of showing it sets: examples may be of another version. */
const isOf = (contract: Contract, usage: Usage): boolean => {
  const props = new Set(membersOf(contract, 'prop').map(({ name }) => name))
  const slots = new Set(membersOf(contract, 'slot').map(({ name }) => name))
  return (
    Object.keys(usage.props).every((name) => props.has(name)) &&
    Object.keys(usage.slots).every((name) => slots.has(name))
  )
}

function exampleOf(
  { contract }: GuideComponent,
  { usage, ...about }: Pick<GuideExample, 'name' | 'notes' | 'usage' | 'way'>,
  file: string,
  { components, package: name, prefix }: GuideInput,
): GuideExample {
  const { tag } = contract
  const find = (other: string) => components.find((component) => component.contract.tag === other)
  const contractOf = (other: string) => find(other)?.contract
  const modules = modulesFor(tag, usage, (other) => (find(other)?.isBuilt ? other : undefined))
  const importFrom = (other: string) => importedFrom(contractOf(other), name, prefix)
  return {
    ...about,
    file: modules && file,
    tag,
    usage: forFrame(usage, contractOf, tag),
    needs: modules?.map((module) => module.tag) ?? [],
    code: stylesOf(contract).map((style) => ({
      title: codeStyles[style],
      text: codeFor(style, { contract, usage, contractOf, importFrom }),
    })),
  }
}
