/** Where a custom property is written in a file: the line, from 1, and what stands in it. */
export interface PropertyPlace {
  line: number
  text: string
}

/** What is shown of a line at most. */
const mostShown = 160

/** Characters of a custom property's name that need no escape. */
const nameCharacters = String.raw`\w\-\u0080-\uffff`
const plainName = new RegExp(`^--[${nameCharacters}]+$`)

const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|/]/g, String.raw`\$&`)

/**
 * A text in which custom properties have other names, with the lines in which they stood. A name that begins
 * with two dashes means the same wherever it is written whole (CSS Custom Properties 1, section 2: they are
 * global): in sheets, markup, scripts, comments and words. One that is put together from pieces is not found.
 */
export function renameProperties(
  text: string,
  names: ReadonlyMap<string, string>,
): { text: string; places: PropertyPlace[] } {
  if (!text.includes('--')) return { text, places: [] }
  // there may be thousands: those that are written plainly are looked up, and not looked for
  const unusual = [...names.keys()].filter((name) => !plainName.test(name)).map(escaped)
  // what a longer name begins with is no use of the shorter one
  const pattern = new RegExp(
    String.raw`(?<![${nameCharacters}\\])(?:${[...unusual, `--[${nameCharacters}]+`].join('|')})(?![${nameCharacters}\\])`,
    'g',
  )
  const lines = new Set<number>()
  let [line, counted] = [1, 0]
  const renamed = text.replace(pattern, (name, at: number) => {
    for (; counted < at; counted++) if (text.charCodeAt(counted) === 10) line++
    const next = names.get(name)
    if (next === undefined) return name
    lines.add(line)
    return next
  })
  const written = text.split('\n')
  const places = [...lines].map((number) => ({
    line: number,
    text: written[number - 1]!.trim().slice(0, mostShown),
  }))
  return { text: renamed, places }
}
