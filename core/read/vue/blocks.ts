import type { vueParts } from '../../languages/vue/script'
import type { Problem } from '../../problem'

/** Blocks in a language or a file that is not read: said, and the rest of the component is read. */
export function unreadBlocks(
  file: string,
  { template, styles, script, scriptSetup }: ReturnType<typeof vueParts>['descriptor'],
): Problem[] {
  const told: Problem[] = []
  const tell = (what: string, line: number, todo: string) =>
    told.push({ code: 'block-not-read', what, where: { file, line }, todo })
  if (template?.lang && template.lang !== 'html')
    tell(
      `The template is written in ${template.lang}, which is not read.`,
      template.loc.start.line,
      'Its slots are not known, and it is not rendered.',
    )
  for (const style of styles)
    if (style.lang && style.lang !== 'css')
      tell(
        `A style is written in ${style.lang}, which is not read.`,
        style.loc.start.line,
        'The component is rendered without it.',
      )
  for (const entry of [template, script, scriptSetup, ...styles])
    if (entry?.src !== undefined)
      tell(
        `A block stands in a file of its own, ${entry.src}, which is not followed.`,
        entry.loc.start.line,
        'Put it into the component.',
      )
  return told
}
