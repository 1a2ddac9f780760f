/** Texts by the tag of their component and the key they are kept under. */
export type WordsByTag = Record<string, Record<string, string>>

/** Something that somebody wrote: of which component, and under which key. */
export interface WrittenRow {
  tag: string
  member: string
  text: string
}

/** What was written, by component. A component may be called as what every object has, such as `constructor`. */
export function wordsByTag(rows: readonly WrittenRow[]): WordsByTag {
  const byTag = new Map<string, [key: string, text: string][]>()
  for (const { tag, member, text } of rows) byTag.set(tag, [...(byTag.get(tag) ?? []), [member, text]])
  return Object.fromEntries([...byTag].map(([tag, entries]) => [tag, Object.fromEntries(entries)]))
}
