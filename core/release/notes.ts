import { componentTitle } from '../contract/contract'
import type { ReleaseChange } from './rules/rule'

/** A difference as notes tell of it. */
export type Noted = Pick<ReleaseChange, 'rule' | 'says' | 'weight' | 'tag' | 'before' | 'now' | 'code'>

const headings = ['Added', 'Changed', 'Deprecated', 'Removed'] as const
type Heading = (typeof headings)[number]

/** Where a difference is told, by the rule that tells of it. */
function headingOf(rule: string): Heading {
  if (rule.endsWith('-gone')) return 'Removed'
  if (rule.endsWith('-new')) return 'Added'
  return rule.endsWith('-deprecated') ? 'Deprecated' : 'Changed'
}

/** Of many only how many there are: somebody writes what they come to. */
const mostLines = 8

/**
 * A beginning for the notes of a version, in the layout of Keep a Changelog (1.1.0): what is new, changed,
 * deprecated and gone under headings of its own, by component, with what consumers change where something
 * breaks; the person writes the rest. Empty where nothing differs. What weighs nothing is left out.
 */
export function draftNotes(differences: readonly Noted[], prefix = ''): string {
  const told = differences.filter(({ weight }) => weight !== 'none')
  return headings
    .flatMap((heading) => {
      const lines = linesOf(
        told.filter(({ rule }) => headingOf(rule) === heading),
        prefix,
      )
      return lines.length ? [`### ${heading}\n\n${lines.join('\n')}`] : []
    })
    .join('\n\n')
}

/** Components first, each with what is told of it, then what belongs to none. */
function linesOf(told: readonly Noted[], prefix: string): string[] {
  const tags = [...new Set(told.flatMap(({ tag }) => (tag === undefined ? [] : [tag])))].sort()
  const apart = told.filter(({ tag }) => tag === undefined)
  return [
    ...tags.flatMap((tag) =>
      componentLines(
        componentTitle(tag, prefix),
        told.filter((change) => change.tag === tag),
      ),
    ),
    ...(apart.length > mostLines
      ? [`- ${apart.length} tokens, themes and the like.`]
      : apart.map(({ says }) => `- ${says}`)),
  ]
}

function componentLines(title: string, told: readonly Noted[]): string[] {
  const isWhole = told.some(({ rule }) => rule === 'component-new' || rule === 'component-gone')
  if (isWhole) return [`- ${title}.`]
  if (told.length > mostLines) return [`- ${title}: ${told.length} differences.`, ...codeLines(told)]
  return [`- ${title}: ${told.map(sentenceOf).join('; ')}.`, ...codeLines(told)]
}

const mostShown = 80
/** What is said, with what stood there and stands there now where that is short. */
function sentenceOf({ says, before, now, rule }: Noted): string {
  const said = says.replace(/\.$/, '')
  // what a member was is of no use to who has it no more
  const isSaid = rule === 'member-gone'
  const values = [before, now].filter((text) => text !== undefined)
  if (isSaid || values.length === 0 || values.join('').length > mostShown) return said
  return `${said} (${values.map((text) => `\`${text}\``).join(' → ')})`
}

/** What consumers change, as the lines that go and come, in each style of code once. */
const codeLines = (told: readonly Noted[]): string[] =>
  told
    .flatMap(({ code = [] }) => code)
    .map(({ before, now }) => [...signed('-', before), ...signed('+', now)].join('\n'))
    .filter((lines, i, all) => all.indexOf(lines) === i)
    .map((lines) => `\n  \`\`\`diff\n${lines}\n  \`\`\`\n`)

const signed = (sign: string, text: string): string[] =>
  text === '' ? [] : text.split('\n').map((line) => `  ${sign} ${line}`)

/**
 * What a draft tells that notes do not, as notes of its own: for notes that somebody has written on, which are
 * theirs. Lines are the same where they say the same.
 */
export function missingNotes(notes: string, draft: string): string {
  const known = new Set(notes.split('\n').map((line) => line.trim()))
  const sections = draft.split(/^(?=### )/m).map((section) => {
    const [heading, ...rest] = section.trimEnd().split('\n')
    const missing = entriesOf(rest).filter(([first]) => !known.has(first!.trim()))
    return missing.length ? `${heading}\n\n${missing.map((lines) => lines.join('\n')).join('\n')}` : ''
  })
  return sections.filter(Boolean).join('\n\n')
}

/** Entries of a list with the lines that belong to each. */
function entriesOf(lines: readonly string[]): string[][] {
  const entries: string[][] = []
  for (const line of lines)
    if (line.startsWith('- ')) entries.push([line])
    else entries.at(-1)?.push(line)
  return entries
}
