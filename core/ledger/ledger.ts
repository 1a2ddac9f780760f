import { changedUnder, wordsAside, type Aside } from '../contract/aside'
import { changesOf, type MemberChange } from '../contract/changes'
import {
  lacksWords,
  memberKey,
  memberKinds,
  type Contract,
  type Member,
  type TokenNames,
} from '../contract/contract'
import { isDoubted, type Evidence, type EvidenceMark } from '../evidence/evidence'
import {
  arrangeAxis,
  arrangementKey,
  statusOfVariant,
  type ArrangedAxis,
  type ValueStatus,
} from '../variants/arrangement'
import { variantAxes } from '../variants/axis'

/** Words of a member as they are kept: what somebody wrote, and what the source said of it then. */
export interface KeptWords {
  member: string
  text: string
  facts: string | null
}

/** What a ledger is put together from. `since` is the newest version and what it had of the component. */
export interface LedgerOf<W extends KeptWords> {
  contract: Contract
  words: readonly W[]
  tokens: TokenNames
  evidence?: ReadonlyMap<string, Evidence> | undefined
  since?: { version: string | null; contract: Contract | null } | undefined
}

export type LedgerMark = EvidenceMark | 'differs'

/** Which members a ledger shows, and how that is said. */
export const ledgerFilters = {
  all: 'every member',
  wordless: 'those without words',
  changed: 'those that changed under their words',
  since: 'those that changed since the newest version',
  differs: 'those whose comments differ',
  unseen: 'those not seen in a browser',
  dress: 'those it can be dressed by',
  deprecated: 'those deprecated',
} as const
export type LedgerFilter = keyof typeof ledgerFilters
export const isLedgerFilter = (text: string): text is LedgerFilter => Object.hasOwn(ledgerFilters, text)

const dressing: readonly Member['kind'][] = ['slot', 'part', 'custom-property', 'state']

export interface LedgerSection {
  kind: Member['kind']
  heading: string
  rows: Member[]
}

/** How many members there are, and how many are not as they are said to be. */
export interface RowCounts {
  all: number
  dull: number
  notFound: number
  differ: number
}

/** A contract as the bench tells it, member by member. */
export class Ledger<W extends KeptWords> {
  /** What is new, changed and gone since the newest version. */
  readonly changes: MemberChange[]
  private readonly changeByKey: ReadonlyMap<string, MemberChange['change']>
  private readonly wordsByKey: ReadonlyMap<string, W>
  private readonly described: ReadonlySet<string>

  constructor(private readonly of: LedgerOf<W>) {
    this.changes = of.since?.contract ? changesOf(of.since.contract, of.contract) : []
    this.changeByKey = new Map(
      this.changes
        .filter(({ change }) => change !== 'gone')
        .map(({ member, change }) => [memberKey(member), change]),
    )
    this.wordsByKey = new Map(of.words.map((words) => [words.member, words]))
    this.described = new Set(of.words.filter(({ text }) => text).map(({ member }) => member))
  }

  wordsFor(key: string): W | undefined {
    return this.wordsByKey.get(key)
  }

  evidenceFor(member: Member): Evidence | undefined {
    return this.of.evidence?.get(memberKey(member))
  }

  /** What its row is marked with: what a browser showed, or else whether comment and code agree. */
  markOf(member: Member): LedgerMark {
    if (member.known === 'comment') return 'not found'
    return this.evidenceFor(member)?.mark ?? (member.disagreements.length ? 'differs' : 'not tried')
  }

  /** Whether a member is not what it is said to be. */
  isInDoubt(member: Member): boolean {
    const mark = this.markOf(member)
    return mark === 'differs' || isDoubted(mark)
  }

  /** The axes that some variants are of, each in the order that people gave it. */
  axesOf(members: readonly Member[]): ArrangedAxis[] {
    return variantAxes({ ...this.of.contract, members: [...members] }).map((axis) =>
      arrangeAxis(axis, this.wordsFor(arrangementKey(axis.name))?.text),
    )
  }

  /** What people said of how far a value is, or what its source says of any member that is deprecated. */
  statusOf(member: Member): ValueStatus | undefined {
    if (member.kind !== 'variant')
      return member.deprecated === undefined ? undefined : { status: 'deprecated', note: member.deprecated }
    const axis = this.axesOf(this.of.contract.members).find(({ name }) => name === member.axis)
    return axis && statusOfVariant(axis, member)
  }

  /** How a member differs from the newest version; of a component that is not in it every member is new. */
  changeOf(member: Member): MemberChange['change'] | undefined {
    const { since } = this.of
    if (since?.version && !since.contract) return 'new'
    return this.changeByKey.get(memberKey(member))
  }

  get gone(): MemberChange[] {
    return this.changes.filter(({ change }) => change === 'gone')
  }

  isShownBy(filter: LedgerFilter, member: Member): boolean {
    switch (filter) {
      case 'all':
        return true
      case 'wordless':
        return lacksWords(member, this.described, this.of.tokens)
      case 'changed':
        return changedUnder(member, this.wordsFor(memberKey(member)))
      case 'since':
        return this.changeOf(member) !== undefined
      case 'differs':
        return member.disagreements.length > 0
      case 'unseen':
        return this.markOf(member) !== 'seen'
      case 'dress':
        return dressing.includes(member.kind)
      case 'deprecated':
        return this.statusOf(member)?.status === 'deprecated'
    }
  }

  /** Custom properties that are tokens are documented with the tokens. */
  get tokens(): Member[] {
    return this.of.contract.members.filter((member) => this.isToken(member))
  }

  get browserStates(): Member[] {
    return this.of.contract.members.filter(isOfBrowser)
  }

  sections(filter: LedgerFilter): LedgerSection[] {
    return memberKinds
      .map(({ kind, heading }) => ({
        kind,
        heading,
        rows: this.rows.filter((member) => member.kind === kind && this.isShownBy(filter, member)),
      }))
      .filter(({ rows }) => rows.length > 0)
  }

  count(filter: LedgerFilter): number {
    return this.rows.filter((member) => this.isShownBy(filter, member)).length
  }

  countsOf(rows: readonly Member[]): RowCounts {
    return {
      all: rows.length,
      dull: rows.filter((member) => this.evidenceFor(member)?.mark === 'no effect').length,
      notFound: rows.filter((member) => this.markOf(member) === 'not found').length,
      differ: rows.filter((member) => member.known !== 'comment' && member.disagreements.length > 0).length,
    }
  }

  get aside(): Aside<W>[] {
    return wordsAside(this.of.contract, this.of.words)
  }

  private isToken(member: Member): boolean {
    return member.kind === 'custom-property' && this.of.tokens.has(member.name)
  }

  private get rows(): Member[] {
    return this.of.contract.members.filter((member) => !this.isToken(member) && !isOfBrowser(member))
  }
}

const isOfBrowser = (member: Member): boolean => member.kind === 'state' && member.by === 'browser'
