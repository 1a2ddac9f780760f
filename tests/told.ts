import type { Member } from '../core/contract/contract'
import { printType } from '../core/contract/type'
import { readLibrary } from '../core/read/read'

function line(member: Member): string {
  const type = member.kind === 'prop' ? ` ${printType(member.type)}` : ''
  const attribute = member.kind === 'prop' && member.attribute ? ` @${member.attribute}` : ''
  const value = member.kind === 'prop' && member.default !== undefined ? ` = ${member.default}` : ''
  const denied = member.disagreements.length ? ' denied' : ''
  return `${member.kind} ${member.name}${type}${attribute}${value}${denied}`
}

/**
 * What is read of a library, a line a member by component; and the codes of what is told beside. `outside`
 * are files
 * of installed packages, by their path in `node_modules`.
 */
export function told(files: Record<string, string>, outside: Record<string, string> = {}) {
  const { contracts, problems } = readLibrary(
    Object.entries(files).map(([path, text]) => ({ path, text })),
    (path) => outside[path.replace(/^node_modules\//, '')],
  )
  return {
    ...Object.fromEntries(contracts.map((contract) => [contract.tag, contract.members.map(line)])),
    ...(problems.length ? { problems: problems.map(({ code }) => code) } : {}),
  }
}
