import { constants, setPriority } from 'node:os'

/** Lets a process that works for us, and what it starts, come after the one that answers people. */
export function comeAfter(process: number | undefined): void {
  try {
    if (process !== undefined) setPriority(process, constants.priority.PRIORITY_LOW)
  } catch {
    /* it has ended, or the system does not let us: then all are alike */
  }
}
