import type { Check, Finding, ToCheck } from '../check'
import type { Declared } from '../declared'
import { literalsIn, purposeOf, type Literal } from '../literals'
import { nearestTokens, unseen, type Near } from '../nearness'
import { purposesOf } from '../purposes'

/** Values written out in sheets that a token stands for, or for which one nearly does. */
export const rawValue: Check = {
  rule: 'raw-value',
  run(given) {
    const purposes = purposesOf(given)
    const ownerOf = new Map(
      given.contracts.flatMap(({ tag, files }) => files.map((file) => [file, tag] as const)).reverse(),
    )
    const found = new Map<string, { finding: Finding; count: number }>()
    for (const declared of given.declared)
      for (const literal of literalsIn(declared.property, declared.value)) {
        const near = standingFor(literal, declared, given, purposes)
        if (near.length === 0) continue
        const about = `${declared.file} ${declared.property} ${literal.text}`
        const known = found.get(about)
        if (known) known.count++
        else
          found.set(about, {
            finding: findingOf(declared, literal, near, ownerOf.get(declared.file)),
            count: 1,
          })
      }
    return [...found.values()].map(({ finding, count }) =>
      count === 1 ? finding : { ...finding, says: `${finding.says} It stands there ${count} times.` },
    )
  },
}

/** Tokens that a literal may stand for; of lengths those that are used for the same purpose somewhere. */
function standingFor(
  { text, type }: Literal,
  { property }: Declared,
  { base }: ToCheck,
  purposes: ReadonlyMap<string, ReadonlySet<string>>,
): Near[] {
  const near = nearestTokens(text, base.values(), type)
  if (type !== 'dimension') return near
  const purpose = purposeOf(property)
  return near.filter(({ token }) => purpose !== undefined && purposes.get(token.path)?.has(purpose))
}

/** Tokens in the order in which a component is to use them. */
const rank = ({ token }: Near): number => ['semantic', 'primitive', 'component'].indexOf(token.tier)
/** Tokens that are named at most. */
const mostNamed = 3

function findingOf(
  { property, file, line }: Declared,
  { text, type }: Literal,
  near: readonly Near[],
  tag: string | undefined,
): Finding {
  const distance = near[0]!.distance
  const named = near
    .filter((other) => other.distance - distance < unseen)
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, mostNamed)
    .map(({ token }) => token)
  const paths = named.map(({ path }) => path).join(', ')
  const [first] = named
  const says =
    distance === 0
      ? `${text} in ${property} is the value of ${paths}.`
      : `${text} in ${property} is ${distance.toFixed(1)} (CIEDE2000) from ${first!.css}, the value of ${paths}.`
  return {
    rule: 'raw-value',
    about: `${file} ${property} ${text}`,
    says,
    todo: `Use the token${named.length > 1 ? ' that is meant' : ''}, or waive it where it is another ${nounOf[type]}.`,
    place: { file, line },
    token: first!.path,
    ...(tag === undefined ? {} : { tag }),
  }
}

const nounOf: Record<Literal['type'], string> = {
  color: 'colour',
  dimension: 'length',
  duration: 'time',
  fontWeight: 'weight',
  fontFamily: 'face',
}
