import { likeness } from './aside'
import { memberKey, type Contract } from './contract'

/**
 * From 0 to 1: how likely one component is what another was called before. Members count for more than names;
 * the same file is a strong sign.
 */
function likeComponent(gone: Contract, now: Contract): number {
  const before = new Set(gone.members.map(memberKey))
  const common = now.members.filter((member) => before.has(memberKey(member))).length
  const members =
    before.size + now.members.length === 0 ? 0 : (2 * common) / (before.size + now.members.length)
  return (
    0.35 * likeness(gone.tag, now.tag) +
    0.65 * members +
    (gone.files[0] !== undefined && gone.files[0] === now.files[0] ? 0.3 : 0)
  )
}

/**
 * The components that a component which is no more may live on in, likeliest first, three at most. `free` are
 * those that nobody wrote words or kept examples for.
 */
export const offersFor = (gone: Contract, free: Contract[]): Contract[] =>
  free
    .filter((child) => child.language === gone.language)
    .map((child) => ({ child, like: likeComponent(gone, child) }))
    .filter(({ like }) => like >= 0.5)
    .sort((a, b) => b.like - a.like)
    .slice(0, 3)
    .map(({ child }) => child)
