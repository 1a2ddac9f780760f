import { existsSync, readdirSync, readFileSync } from 'node:fs'

/** What a file of the system's says; nothing where it is not there, or its process has just ended. */
export const textOf = (file: string): string => {
  try {
    return readFileSync(file, 'utf8')
  } catch {
    return ''
  }
}
export const namesIn = (folder: string): string[] => {
  try {
    return existsSync(folder) ? readdirSync(folder) : []
  } catch {
    return []
  }
}

/** A process and all that it started, and they, as the system tells; only itself where it does not. */
export function treeOf(root: number): number[] {
  const parents = new Map<number, number>()
  for (const name of namesIn('/proc')) {
    if (!/^\d+$/.test(name)) continue
    // the name of a command may hold anything: what comes after its last bracket is numbers
    const stat = textOf(`/proc/${name}/stat`)
    const parent = Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1])
    if (parent) parents.set(Number(name), parent)
  }
  const tree = new Set([root])
  for (let grown = true; grown;) {
    grown = false
    for (const [process, parent] of parents) {
      if (!tree.has(process) && tree.has(parent)) {
        tree.add(process)
        grown = true
      }
    }
  }
  return [...tree]
}

/** Ends processes at once, or groups of them by their numbers below zero: one in a loop would hear of nothing. */
export function endNow(ids: readonly number[]): void {
  for (const id of ids)
    try {
      process.kill(id, 'SIGKILL')
    } catch {
      /* it has ended */
    }
}
