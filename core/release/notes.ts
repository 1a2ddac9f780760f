/**
 * A beginning for the notes of a version, in the layout of Keep a Changelog (1.1.0): what is new, changed
 * and gone under headings of its own; the person writes the rest. Empty where nothing differs.
 */
export function draftNotes(differences: { title: string; change: 'new' | 'changed' | 'gone' }[]): string {
  const headings = [
    ['Added', 'new'],
    ['Changed', 'changed'],
    ['Removed', 'gone'],
  ] as const
  const sections = headings.map(([heading, change]) => {
    const lines = differences
      .filter((difference) => difference.change === change)
      .map(({ title }) => `- ${title}.`)
    return lines.length ? `### ${heading}\n\n${lines.join('\n')}` : ''
  })
  return sections.filter(Boolean).join('\n\n')
}
