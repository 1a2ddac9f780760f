import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'

/**
 * What is put into a message, by name, each once and in order: `{{name}}`, `%(name)s`, `%s` and `%1$s`, and
 * arguments of ICU MessageFormat, those inside of plurals too.
 */
export function placeholdersIn(text: string): string[] {
  const found = new Set<string>()
  for (const [, name] of text.matchAll(/\{\{\s*([\w.$-]+)\s*\}\}/g)) found.add(name!)
  const single = text.replaceAll(/\{\{[^}]*\}\}/g, '')
  let count = 0
  for (const [, name, place] of single.matchAll(/%(?:\(([\w.-]+)\)|(\d+)\$)?[sdif](?!\p{L})/gu))
    found.add(name ?? place ?? String(++count))
  if (single.includes('{')) for (const name of argumentsIn(single)) found.add(name)
  return [...found].sort()
}

function argumentsIn(text: string): string[] {
  try {
    return [...namesOf(parse(text, { ignoreTag: true }))]
  } catch {
    // what is no message of that format may still name things in braces
    return [...text.matchAll(/\{\s*([\w.$-]+)\s*\}/g)].map(([, name]) => name!)
  }
}

function namesOf(elements: readonly MessageFormatElement[], found = new Set<string>()): Set<string> {
  for (const element of elements) {
    if (element.type === TYPE.literal || element.type === TYPE.pound) continue
    found.add(element.value)
    if (element.type === TYPE.select || element.type === TYPE.plural)
      for (const option of Object.values(element.options)) namesOf(option.value, found)
    if (element.type === TYPE.tag) namesOf(element.children, found)
  }
  return found
}
