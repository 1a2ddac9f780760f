import { setPriority } from 'node:os'

/**
 * How far work stands back, as the system counts: it gets a third of what those who answer people get where
 * both want all of the machine. Much further back, whatever else runs there could keep it from going on.
 */
const back = 5

/** Lets a process that works for us, and what it starts, come after the one that answers people. */
export function comeAfter(process: number | undefined): void {
  try {
    if (process !== undefined) setPriority(process, back)
  } catch {
    /* it has ended, or the system does not let us: then all are alike */
  }
}
