import ts from 'typescript'
import type { Member } from '../../contract/contract'
import { placesFrom, readStyles, type StyleFacts } from '../custom-elements/styles'
import { evaluate } from '../source/evaluate'
import type { SourceSet } from '../source/source-set'
import { walk } from '../source/walk'
import type { Completed } from './completed'

/**
 * What the sheets of a compiled component read and tell apart. A compiler of Vue files marks the elements
 * of a component by an attribute (`__scopeId`), which the rules of its sheets ask for, wherever a build
 * has put them: into a sheet of the package, or into text of the component's own script.
 */
export function dressedByScope(sources: SourceSet, file: string, completed: Completed): Member[] {
  const given = completed.get('__scopeId')
  const scope = given && evaluate(sources, given)
  if (typeof scope !== 'string' || scope === '') return []
  const mark = `[${scope}]`
  const read = [...sheetsOf(sources), ...textsIn(sources, file)]
    .filter(({ text }) => text.includes(mark))
    .map(({ place, text }) => readStyles(text, placesFrom(place, text), mark))
  return dressIn(read)
}

/** Custom properties that sheets read, and states of the browser they ask for, each once. */
export function dressIn(read: readonly StyleFacts[]): Member[] {
  const properties = read.flatMap((style) => style.properties)
  const states = read.flatMap((style) => style.states).filter((state) => state.by === 'browser')
  return [
    ...new Map(properties.map((property) => [property.name, property])).values(),
    ...new Map(states.map((state) => [state.name, state])).values(),
  ]
}

const sheetsOf = ({ texts }: SourceSet) =>
  [...texts]
    .filter(([path]) => path.endsWith('.css'))
    .map(([file, text]) => ({ place: { file, line: 1 }, text }))

/** Texts that are written in a script. */
function textsIn(sources: SourceSet, file: string) {
  const script = sources.scripts.get(file)
  const found: { place: { file: string; line: number }; text: string }[] = []
  if (script)
    walk(script, (node) => {
      if (ts.isStringLiteralLike(node)) found.push({ place: sources.place(node), text: node.text })
    })
  return found
}
