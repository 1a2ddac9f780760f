import { memberKinds, wantsWords, type Contract, type Member } from '../contract/contract'

type TokenNames = Parameters<typeof wantsWords>[1]

/** What a guide tells of a contract: its members by their kinds, but for what only a comment says. */
export const guideSections = (contract: Contract, tokens: TokenNames) =>
  memberKinds
    .map(({ kind, heading }) => ({
      kind,
      heading,
      members: contract.members.filter((member) => member.kind === kind && isTold(member, tokens)),
    }))
    .filter(({ members }) => members.length > 0)

const isTold = (member: Member, tokens: TokenNames): boolean =>
  member.known !== 'comment' && (wantsWords(member, tokens) || member.kind === 'pass-through')
