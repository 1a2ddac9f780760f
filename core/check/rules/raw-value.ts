import { cssName } from '../../tokens/themes'
import type { Resolved } from '../../tokens/resolve'
import type { Check, Finding, Mend } from '../check'
import type { Declared } from '../declared'
import { mended } from '../mend'
import { literalsIn, purposeOf, type Literal } from '../literals'
import { ownersOf } from '../owners'
import { nearestTokens, unseen, type Near } from '../../tokens/nearness'
import { purposesOf } from '../purposes'

/** Values written out in sheets that a token stands for, or for which one nearly does. */
export const rawValue: Check = {
  run(given) {
    const purposes = purposesOf(given)
    const nearOf = remembered((text, type) => nearestTokens(text, given.base.values(), type))
    const owners = ownersOf(given.contracts)
    const found = new Map<string, Written[]>()
    for (const declared of given.declared) {
      // what gives a token its value is written out on purpose
      if (given.byProperty.has(declared.property)) continue
      for (const literal of literalsIn(declared.property, declared.value)) {
        const near = standingFor(literal, declared, nearOf, purposes)
        if (near.length === 0) continue
        const about = `${declared.file} ${declared.property} ${literal.text}`
        found.set(about, [...(found.get(about) ?? []), { declared, literal, near }])
      }
    }
    return [...found].map(([about, written]) => {
      const tag = owners.get(written[0]!.declared.file)?.tag
      return { ...findingOf(about, written, given.prefix), ...(tag === undefined ? {} : { tag }) }
    })
  },
}

/** A literal where it is written, with the tokens that it may stand for. */
interface Written {
  declared: Declared
  literal: Literal
  near: readonly Near[]
}

type NearOf = (text: string, type: string) => readonly Near[]
/** A library has few literals, and each of them again and again. */
function remembered(nearOf: NearOf): NearOf {
  const known = new Map<string, readonly Near[]>()
  return (text, type) => {
    const key = `${type} ${text}`
    const near = known.get(key) ?? nearOf(text, type)
    known.set(key, near)
    return near
  }
}

/** Tokens that a literal may stand for: those that are used for the same somewhere. */
function standingFor(
  { text, type }: Literal,
  { property }: Declared,
  nearOf: NearOf,
  purposes: ReadonlyMap<string, ReadonlySet<string>>,
): readonly Near[] {
  const near = nearOf(text, type)
  const purpose = purposeOf(property, type)
  const sameUse = near.filter(({ token }) => purpose !== undefined && purposes.get(token.path)?.has(purpose))
  // of colours those for the same use come first; a length for another use is another length
  return type === 'dimension' || sameUse.length > 0 ? sameUse : near
}

/** Tokens in the order in which a component is to use them. */
const rank = ({ token }: Near): number => ['semantic', 'primitive', 'component'].indexOf(token.tier)
/** Tokens that are named at most. */
const mostNamed = 3

/** What is told of one literal in one property of a file, wherever in it that stands. */
function findingOf(about: string, written: readonly Written[], prefix: string): Finding {
  const { declared, literal, near } = written[0]!
  const { property, file, line } = declared
  const distance = near[0]!.distance
  const named = near
    .filter((other) => other.distance - distance < unseen)
    .toSorted((a, b) => rank(a) - rank(b))
    .slice(0, mostNamed)
    .map(({ token }) => token)
  const [first] = named as [Resolved]
  const paths = named.map(({ path }) => path).join(', ')
  const says =
    distance === 0
      ? `${literal.text} in ${property} is the value of ${paths}.`
      : `${literal.text} in ${property} is ${distance.toFixed(1)} (CIEDE2000) from ${first.css}, the value of ${paths}.`
  const more = written.length > 1 ? ` It stands there ${written.length} times.` : ''
  return {
    rule: 'raw-value',
    about,
    says: `${says}${more}`,
    todo: `Use the token${named.length > 1 ? ' that is meant' : ''}, or waive it where it is another ${nounOf[literal.type]}.`,
    place: { file, line },
    token: first.path,
    mends: named.flatMap((token) => mendOf(written, token, prefix) ?? []),
  }
}

/** The token in the place of every one of the literals, with its value for pages that have no tokens. */
function mendOf(written: readonly Written[], token: Resolved, prefix: string): Mend | undefined {
  const becomes = `var(${cssName(prefix, token.path)}, ${token.css})`
  const edits = written.flatMap(({ declared: { valueAt }, literal: { at, text } }) =>
    valueAt === undefined ? [] : [{ at: valueAt + at, was: text, becomes }],
  )
  if (edits.length < written.length) return undefined
  const reads = [...new Set(written.map(({ declared }) => declared))].map((declared) => {
    const inValue = written.flatMap(({ declared: other, literal: { at, text } }) =>
      other === declared ? [{ at, was: text, becomes }] : [],
    )
    return `${declared.property}: ${mended(declared.value, inValue)}`.slice(0, 300)
  })
  return { token: token.path, reads: [...new Set(reads)], edits }
}

const nounOf: Record<Literal['type'], string> = {
  color: 'colour',
  dimension: 'length',
  duration: 'time',
  fontWeight: 'weight',
  fontFamily: 'face',
}
