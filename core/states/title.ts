import { changesTold, sayChange, type ToldChange } from '../accessible/difference'
import type { StateFound } from './chart'
import { marksOf, type Look } from './look'

/** What is told of a difference at most. */
const [mostSaid, mostMarks] = [20, 40]

/** What another state is called by one thing that is otherwise there; nothing where that gives no name. */
function titleOfChange(change: ToldChange): string | undefined {
  if (change.is === 'came' || change.is === 'went')
    return `${change.node} ${change.is === 'came' ? 'there' : 'gone'}`
  if (change.is === 'announced') return undefined
  if (change.is === 'name') return `“${change.to}”`
  const { state, from, to } = change
  if (state === 'value') return to ? 'filled' : 'empty'
  if (to === 'true') return state
  if (to === 'false' || to === undefined)
    return from === 'true' || from === undefined ? `not ${state}` : `no ${state}`
  return `${state} ${to}`
}

/** Roles of what stands above the rest while it is there, and of what is mere text or an entry among others. */
const above = /^(?:dialog|alertdialog|alert|menu|listbox|tooltip|tree|grid)\b/
const plain = /^(?:paragraph|group|list|listitem|option|row|cell|img|image|heading|generic)\b/
/** What tells most of a state comes first. */
function weightOf(change: ToldChange): number {
  if (change.is === 'state') return 0
  if (above.test(change.node)) return 1
  if (change.is === 'name') return 2
  return plain.test(change.node) ? 4 : 3
}

/** How a mark of the component's own element reads: `:state(open)` and `tern-x[open]` as open. */
function titleOfMark(mark: string, tag: string): string | undefined {
  const custom = /^:state\((.+)\)$/.exec(mark)
  if (custom) return custom[1]
  if (!mark.startsWith(`${tag}[`)) return undefined
  const [name, value] = mark.slice(tag.length + 1, -1).split('=')
  return value === undefined ? name : `${name} ${value.replaceAll('"', '')}`
}

/** What marks the component's own element, which tells the states it has by itself. */
export const ownMarks = (look: Look, tag: string): string[] =>
  marksOf(look)
    .filter((mark) => titleOfMark(mark, tag) !== undefined)
    .slice(0, mostMarks)

/** Names a state may have, the plainest first: by what its own element says, what is told, a class that came. */
function titlesOf({ changes, came, went }: ReturnType<typeof differenceOf>, tag: string): string[] {
  const ofOwn = came.flatMap((mark) => titleOfMark(mark, tag) ?? [])
  const ofOwnGone = went.flatMap((mark) => titleOfMark(mark, tag) ?? []).map((title) => `not ${title}`)
  const ofTold = changes
    .toSorted((a, b) => weightOf(a) - weightOf(b))
    .flatMap((change) => titleOfChange(change) ?? [])
  const ofClasses = came.flatMap((mark) => /\.([\w-]+)$/.exec(mark)?.[1] ?? [])
  return [...new Set([...ofOwn, ...ofOwnGone, ...ofTold, ...ofClasses])]
}

/** How one look differs from another. */
function differenceOf(rest: Look, look: Look) {
  const [before, now] = [marksOf(rest), marksOf(look)]
  return {
    changes: changesTold(rest.told, look.told),
    came: now.filter((mark) => !before.includes(mark)),
    went: before.filter((mark) => !now.includes(mark)),
  }
}

/**
 * How a state differs from the one that a component has by itself, and what it is called by that: rather by what the
 * state `from` which it was come to has not. No two of `taken` and it are called alike.
 */
export function describeState(
  rest: Look,
  look: Look,
  tag: string,
  { taken, from }: { taken: readonly string[]; from: Look },
): Pick<StateFound, 'title' | 'differs' | 'came' | 'went'> {
  const difference = differenceOf(rest, look)
  const before = titlesOf(differenceOf(rest, from), tag)
  const all = titlesOf(difference, tag)
  const fresh = all.filter((name) => !before.includes(name))
  const known = all.filter((name) => before.includes(name))
  const titles = [...fresh.slice(0, 1), ...known, ...fresh.slice(1)]
  const parts = titles.slice(0, 1)
  for (const more of titles.slice(1, 4)) if (taken.includes(parts.join(', '))) parts.push(more)
  const title = parts.join(', ') || 'another'
  const nth = taken.filter((other) => other === title || other.startsWith(`${title} (`)).length
  const cut = (marks: readonly string[]) => marks.slice(0, mostMarks).map((mark) => mark.slice(0, 300))
  return {
    title: (nth ? `${title} (${nth + 1})` : title).slice(0, 120),
    differs: difference.changes.slice(0, mostSaid).map((change) => sayChange(change).slice(0, 300)),
    came: cut(difference.came),
    went: cut(difference.went),
  }
}
