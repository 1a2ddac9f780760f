import type { Store } from '../store/database'
import { addJob } from '../store/jobs'
import type { Library } from '../store/libraries'
import { filesOfRevision, revision } from '../store/sources'

/**
 * Adds a job that reads and builds what stands on the shelf once more; `undefined` where another runs. The
 * caller holds the transaction, and hands the job over once that is through.
 */
export async function readAgain(
  trx: Store,
  library: Library,
  note: string,
  by: string,
): Promise<string | undefined> {
  const now = (await revision(trx, library.current_revision!))!
  const files = (await filesOfRevision(trx, library.id, String(now.number)))!
  return addJob(trx, library.id, { note, files, removed: [], whole: true, aside: [] }, by)
}
