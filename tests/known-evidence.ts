import { memberKey, type Contract } from '../core/contract/contract'
import type { Evidence, EvidenceMark } from '../core/evidence/evidence'
import { componentsOf } from '../server/store/components'
import { neverByTag } from '../server/store/combinations'
import { closeStore, store } from '../server/store/database'
import { evidenceKey, keepEvidence } from '../server/store/evidence'
import { libraryBySlug } from '../server/store/libraries'
import { provisionsOf } from '../server/store/provisions'
import { providedFor } from '../core/provisions'

// Keeps evidence for every component of Tern in the database that tests copy: as somebody has who works with a
// library for longer than a day. Without it every bench that is opened for something else tries its component.
// That it says what a browser shows is what `tests/e2e/evidence.spec.ts` finds out, which begins without it.

/** The flaws that are planted in Tern; every other member does something. */
const flaws: Record<string, EvidenceMark> = {
  'tern-notice-strip prop:compact': 'no effect',
  'tern-notice-strip part:icon': 'not found',
}

const evidenceFor = ({ tag, members }: Contract): Evidence[] =>
  members
    .filter(({ kind, known }) => known !== 'comment' && kind !== 'pass-through')
    .map((member) => {
      const mark = flaws[`${tag} ${memberKey(member)}`] ?? 'seen'
      return { member: memberKey(member), mark, says: 'It was kept for tests.' }
    })

async function keepAll(): Promise<void> {
  const db = store()
  const library = await libraryBySlug(db, 'tern')
  if (!library?.current_revision) throw new Error('There is no Tern: seed the database first.')
  const components = await componentsOf(db, library.current_revision)
  const [provisions, never] = await Promise.all([provisionsOf(db, library.id), neverByTag(db, library.id)])
  for (const component of components) {
    const { id, tag, contract } = component
    const key = evidenceKey(component, library.prefix, providedFor(provisions, tag), never.get(tag) ?? [])
    await keepEvidence(db, id, key, evidenceFor(contract), null)
  }
}

await keepAll().finally(closeStore)
