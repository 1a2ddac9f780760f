// Which pieces of a library's code ran, as scripts of a preview tell of them (`core/read/source/pieces.ts`).

import type { AskedOfCode } from '../core/evidence/observation'

interface Piece {
  file: string
  line: number
  names: ReadonlySet<string>
}

const pieces = new Map<string, Piece>()
const ran = new Set<string>()

const listeners = {
  keptShelfPieces: (file: string, prefix: string, facts: readonly (readonly [number, string])[]) => {
    for (const [i, [line, names]] of facts.entries())
      pieces.set(`${prefix}#${i}`, { file, line, names: new Set(names.split(' ')) })
  },
  keptShelfRan: (id: string) => {
    ran.add(id)
  },
}
for (const [name, value] of Object.entries(listeners)) Object.defineProperty(globalThis, name, { value })

/** Places that are told of one name: enough to look at. */
const most = 3

/**
 * The pieces that name something asked for and that never ran, as `name file:line`: in the component's own
 * files, and in those that ran and are no other component's.
 */
export function leftOf({ names, own, others }: AskedOfCode): string[] {
  const isOwn = new Set(own)
  const isOthers = new Set(others)
  const filesThatRan = new Set([...ran].map((id) => pieces.get(id)?.file))
  const isAsked = ({ file }: Piece) => isOwn.has(file) || (!isOthers.has(file) && filesThatRan.has(file))
  const left = [...pieces].flatMap(([id, piece]) => (!ran.has(id) && isAsked(piece) ? [piece] : []))
  return names.flatMap((name) => [
    ...new Set(
      left
        .filter((piece) => piece.names.has(name))
        .slice(0, most)
        .map(({ file, line }) => `${name} ${file}:${line}`.slice(0, 300)),
    ),
  ])
}
