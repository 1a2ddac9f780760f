import { statusSchema, type Status } from '../contract/contract'
import type { Variant } from '../contract/variant'
import type { Problem } from '../problem'
import type { VariantAxis } from './axis'

/** What a person said of one value: how far it is, and why; deprecated, what to use instead. */
export interface ValueStatus {
  status: Status
  note: string
}
/** An axis in the order that people gave it; `title` is empty for what stands in no group. */
export interface ArrangedAxis extends VariantAxis {
  groups: { title: string; variants: Variant[] }[]
  statuses: ReadonlyMap<Variant, ValueStatus>
}

/** Under what the arrangement of an axis is kept among the words of its component. */
export const arrangementKey = (axis: string): string => `axis:${axis}`

/** The axis whose arrangement is kept under a key; `undefined` where it is that of a member. */
export const arrangedBy = (key: string): string | undefined =>
  key.startsWith('axis:') ? key.slice('axis:'.length) : undefined

/** A line of an arrangement: a group begins, or a value stands in it. */
type Line = { title: string } | { variant: Variant; status: ValueStatus | undefined }

/**
 * Reads an arrangement: one value a line, in order; `#` begins a group; after a colon stands the status of the value,
 * and after a comma why. What can not be read is told by its line; all else counts.
 */
export function readArrangement(text: string, axis: VariantAxis): { lines: Line[]; problems: Problem[] } {
  const [lines, problems]: [Line[], Problem[]] = [[], []]
  const seen = new Set<Variant>()
  for (const [at, written] of text.split('\n').entries()) {
    const line = written.trim()
    if (!line) continue
    const read = readLine(line, axis)
    if ('problem' in read) problems.push(problemOf(at, read.problem, axis))
    else if ('variant' in read && seen.has(read.variant))
      problems.push(problemOf(at, `“${valueOf(read.variant)}” stands there twice.`, axis))
    else lines.push(read)
    if ('variant' in read) seen.add(read.variant)
  }
  return { lines, problems }
}

const problemOf = (at: number, what: string, { variants }: VariantAxis): Problem => ({
  code: 'bad-arrangement',
  what: `Line ${at + 1}: ${what}`,
  todo: `Write one of ${variants.slice(0, 12).map(valueOf).join(', ')} on a line, once; or # and the title of a group.`,
})

/** A value as it is written: its axis where it is simply on. */
export const valueOf = ({ axis, value }: Variant): string =>
  value === true ? axis : String(value).trim() || '“”'

function readLine(line: string, { name, variants }: VariantAxis): Line | { problem: string } {
  // a value may have a colon of its own, or begin as a group does
  const variant = variants
    .filter((known) => line === valueOf(known) || line.startsWith(`${valueOf(known)}:`))
    .toSorted((a, b) => valueOf(b).length - valueOf(a).length)[0]
  if (!variant && line.startsWith('#')) return { title: line.replace(/^#+/, '').trim().slice(0, 80) }
  if (!variant) return { problem: `“${line.slice(0, 60)}” is no value of ${name}.` }
  const said = line.slice(valueOf(variant).length + 1).trim()
  if (!said) return { variant, status: undefined }
  const [, word = '', note = ''] = /^(\S+?)(?:\s*,\s*(.*))?$/.exec(said) ?? []
  const status = statusSchema.safeParse(word)
  return status.success
    ? { variant, status: { status: status.data, note: note.slice(0, 300) } }
    : { problem: `“${said.slice(0, 60)}” is no status: ${statusSchema.options.join(', ')}.` }
}

/** An axis as it was arranged; values that the arrangement does not have come last. */
export function arrangeAxis(axis: VariantAxis, text: string | undefined): ArrangedAxis {
  const groups: ArrangedAxis['groups'] = [{ title: '', variants: [] }]
  const statuses = new Map<Variant, ValueStatus>()
  for (const line of text ? readArrangement(text, axis).lines : []) {
    if ('title' in line) {
      groups.push({ title: line.title, variants: [] })
      continue
    }
    groups.at(-1)!.variants.push(line.variant)
    if (line.status) statuses.set(line.variant, line.status)
  }
  const placed = new Set(groups.flatMap(({ variants }) => variants))
  const rest = axis.variants.filter((variant) => !placed.has(variant))
  const all = [...groups, { title: groups.length > 1 ? 'Others' : '', variants: rest }].filter(
    ({ variants }) => variants.length > 0,
  )
  return { ...axis, groups: all, variants: all.flatMap(({ variants }) => variants), statuses }
}

/** An axis as it stands, as the text that {@link readArrangement} reads. */
export const writeArrangement = ({ groups, statuses }: ArrangedAxis): string =>
  groups
    .flatMap(({ title, variants }) => [
      ...(title ? [`# ${title}`] : []),
      ...variants.map((variant) => {
        const said = statuses.get(variant)
        return said
          ? `${valueOf(variant)}: ${said.status}${said.note ? `, ${said.note}` : ''}`
          : valueOf(variant)
      }),
    ])
    .join('\n')

/** The status of a value: what people said, or that its source calls it deprecated. */
export function statusOfVariant({ statuses }: ArrangedAxis, variant: Variant): ValueStatus | undefined {
  const said = statuses.get(variant)
  if (said) return said
  return variant.deprecated === undefined ? undefined : { status: 'deprecated', note: variant.deprecated }
}
