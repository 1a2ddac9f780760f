import { mkdirSync, rmdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { textOf, treeOf } from './system'

/** Bytes of memory that belong to a process and all it started, what it shares with others left out. */
export const memoryOfTree = (root: number): number =>
  treeOf(root).reduce((sum, process) => sum + ownPages(process), 0) * 4096

function ownPages(process: number): number {
  const [, resident = 0, shared = 0] = textOf(`/proc/${process}/statm`).split(' ').map(Number)
  return Math.max(0, resident - shared)
}

/**
 * Puts a process, and with it all it starts, into a group of the system's that may have so many bytes;
 * what it returns takes the group away. Where the system lets us make none, nothing is done: the watch
 * over its memory stays.
 */
export function limitGroup(process: number, bytes: number): (() => void) | undefined {
  const unified = textOf('/sys/fs/cgroup/cgroup.controllers').includes('memory')
  const folder = join('/sys/fs/cgroup', unified ? '' : 'memory', `kept-shelf-${process}`)
  try {
    mkdirSync(folder)
    writeFileSync(join(folder, unified ? 'memory.max' : 'memory.limit_in_bytes'), String(bytes))
    if (unified) writeFileSync(join(folder, 'memory.swap.max'), '0')
    writeFileSync(join(folder, 'cgroup.procs'), String(process))
  } catch {
    removeGroup(folder)
    return undefined
  }
  return () => removeGroup(folder)
}
function removeGroup(folder: string): void {
  try {
    rmdirSync(folder)
  } catch {
    /* it is not there, or its last process is just ending */
  }
}
