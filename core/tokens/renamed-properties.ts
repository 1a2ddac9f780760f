/** Where a custom property is written in a file: the line, from 1, and what stands in it. */
export interface PropertyPlace {
  line: number
  text: string
}

/** What is shown of a line at most. */
const mostShown = 160

const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|/]/g, String.raw`\$&`)

/**
 * A text in which custom properties have other names, with the lines in which they stood. A name that begins with
 * two dashes means the same wherever it is written whole (CSS Custom Properties 1, section 2: they are global):
 * in sheets, markup, scripts, comments and words. One that is put together from pieces is not found.
 */
export function renameProperties(
  text: string,
  names: ReadonlyMap<string, string>,
): { text: string; places: PropertyPlace[] } {
  if (![...names.keys()].some((name) => text.includes(name))) return { text, places: [] }
  // what a longer name begins with is no use of the shorter one
  const pattern = new RegExp(
    String.raw`(?<![\w\-\u0080-\uffff\\])(?:${[...names.keys()].map(escaped).join('|')})(?![\w\-\u0080-\uffff\\])`,
    'g',
  )
  const lines = new Set<number>()
  let [line, counted] = [1, 0]
  const renamed = text.replace(pattern, (name, at: number) => {
    for (; counted < at; counted++) if (text.charCodeAt(counted) === 10) line++
    lines.add(line)
    return names.get(name)!
  })
  const written = text.split('\n')
  const places = [...lines].map((number) => ({
    line: number,
    text: written[number - 1]!.trim().slice(0, mostShown),
  }))
  return { text: renamed, places }
}
