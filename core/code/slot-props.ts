/**
 * What fills a slot may say what the component hands over to it, as `{{ row }}` or `{{ row.name }}`: the
 * same way Vue's templates do. Names and fields only; it is looked up, never run.
 */
const place = /\{\{\s*([A-Za-z_$][\w$]*(?:\.[A-Za-z_$][\w$]*|\.\d+)*)\s*\}\}/g

/** The names of slot props that a text makes use of, each once. */
export const slotPropsIn = (text: string): string[] => [
  ...new Set([...text.matchAll(place)].map((match) => match[1]!.split('.')[0]!)),
]

/** A text cut into what stands as it is and the paths of slot props, where their names are `known`. */
export function slotPropParts(text: string, known: ReadonlySet<string>): (string | { path: string })[] {
  const parts: (string | { path: string })[] = []
  let from = 0
  for (const match of text.matchAll(place)) {
    const path = match[1]!
    if (!known.has(path.split('.')[0]!)) continue
    if (match.index > from) parts.push(text.slice(from, match.index))
    parts.push({ path })
    from = match.index + match[0].length
  }
  if (from < text.length) parts.push(text.slice(from))
  return parts
}

function valueAt(passed: Readonly<Record<string, unknown>>, path: string): unknown {
  let at: unknown = passed
  for (const step of path.split('.'))
    at =
      typeof at === 'object' && at !== null && Object.hasOwn(at, step)
        ? (at as Record<string, unknown>)[step]
        : undefined
  return at
}
const print = (value: unknown): string =>
  value === undefined || value === null
    ? ''
    : typeof value === 'object'
      ? JSON.stringify(value)
      : String(value)

/** A text with what was handed over in its places; a name that was not handed over stays as it is written. */
export const filledIn = (
  text: string,
  passed: Readonly<Record<string, unknown>>,
  escape = (text: string) => text,
): string =>
  text.replace(place, (all, path: string) =>
    path.split('.')[0]! in passed ? escape(print(valueAt(passed, path))) : all,
  )

/** The path of a text that is one such place and nothing else: the value itself stands for it. */
export const slotPropPath = (text: string): string | undefined => {
  const found = [...text.matchAll(place)]
  return found.length === 1 && found[0]![0] === text.trim() ? found[0]![1] : undefined
}

/** A value with what was handed over in it. */
export function valueFilledIn(value: unknown, passed: Readonly<Record<string, unknown>>): unknown {
  if (typeof value !== 'string') return value
  const path = slotPropPath(value)
  return path !== undefined && path.split('.')[0]! in passed ? valueAt(passed, path) : filledIn(value, passed)
}
