// Which pieces of a library's code ran, as scripts of a preview tell of them (`core/read/source/pieces.ts`).

import { mostLeft, type AskedOfCode } from '../core/evidence/observation'
import { showing } from './say'

interface Piece {
  file: string
  line: number
  names: ReadonlySet<string>
}

const pieces = new Map<string, Piece>()
const ran = new Set<string>()
/** Those that ran while something was tried, and not while scripts were loaded. */
const ranInTrial = new Set<string>()

const listeners = {
  keptShelfPieces: (file: string, prefix: string, facts: readonly (readonly [number, string])[]) => {
    for (const [i, [line, names]] of facts.entries())
      pieces.set(`${prefix}#${i}`, { file, line, names: new Set(names.split(' ')) })
  },
  keptShelfRan: (id: string) => {
    ran.add(id)
    if (showing.isTrying) ranInTrial.add(id)
  },
}
for (const [name, value] of Object.entries(listeners)) Object.defineProperty(globalThis, name, { value })

/** Places that are told of one name: enough to look at. */
const most = 3

/**
 * The pieces that name something asked for and that never ran, as `name file:line`: in the component's own
 * files, and in those that are no other component's and in which something of that name ran in the trial.
 */
export function leftOf({ names, own, others }: AskedOfCode): string[] {
  const [isOwn, isOthers] = [new Set(own), new Set(others)]
  const left = names.flatMap((name) => {
    const named = [...pieces].filter(([, piece]) => piece.names.has(name))
    const takingPart = new Set(named.flatMap(([id, { file }]) => (ranInTrial.has(id) ? [file] : [])))
    const places = named.flatMap(([id, { file, line }]) =>
      !ran.has(id) && (isOwn.has(file) || (takingPart.has(file) && !isOthers.has(file)))
        ? [`${name} ${file}:${line}`.slice(0, 300)]
        : [],
    )
    return [...new Set(places)].slice(0, most)
  })
  // more than that would not be taken
  return left.slice(0, mostLeft)
}
