import { setTimeout } from 'node:timers/promises'
import { z } from 'zod'
import { isUnderWay } from '~~/core/release/publication'
import { Failure, fail } from '../auth/failure'
import { enqueuePublication } from '../jobs/queue'
import { notify, type Store } from '../store/database'
import type { Library } from '../store/libraries'
import { beginPublication, publicationOf } from '../store/publications'
import { releaseNamed } from '../store/releases'
import { judge } from './publish'

export const publishBodySchema = z.object({
  version: z.string().max(100),
  channel: z.string().max(40),
  notes: z.string().max(50_000),
  /** Why its number may say less than what changed. */
  reason: z.string().max(2000).optional(),
  /** Only tried out: all that comes before it would become visible. */
  rehearsal: z.boolean().default(false),
})

/** Begins an attempt to publish and answers its number; a version that cannot be is refused at once. */
export async function beginPublishing(
  db: Store,
  library: Library,
  wish: z.output<typeof publishBodySchema>,
  person: string,
): Promise<string> {
  await judge(db, library.id, wish.version, wish.channel)
  const id = await beginPublication(db, library.id, wish, person)
  await enqueuePublication(library.id, id)
  await notify(db, { library: library.slug, what: 'publication' })
  return id
}

/** Milliseconds between two looks at an attempt that somebody waits for. */
const lookEvery = 200

/** Waits for an attempt, and answers the version that came of it, or throws why none did. */
export async function untilPublished(
  db: Store,
  library: Library,
  id: string,
): Promise<{ version: string; integrity: string; files: number }> {
  for (;;) {
    const attempt = await publicationOf(db, library.id, id)
    if (attempt && isUnderWay(attempt)) {
      await setTimeout(lookEvery)
      continue
    }
    if (attempt?.state === 'failed') throw new Failure(statusOf(attempt.problems), attempt.problems)
    const release = attempt?.state === 'done' && (await releaseNamed(db, library.id, attempt.version))
    if (!release) return fail(409, 'stopped', 'Somebody stopped it. Nothing is out.', 'Publish it again.')
    return { version: release.version, integrity: release.integrity, files: release.file_count }
  }
}

/** The HTTP status for what kept a version from going out. */
function statusOf(problems: readonly { code: string }[]): number {
  const codes = new Set(problems.map(({ code }) => code))
  if (codes.has('version-exists') || codes.has('version-backwards')) return 409
  if (codes.has('role')) return 403
  return codes.has('unexpected') || codes.has('interrupted') ? 500 : 422
}
