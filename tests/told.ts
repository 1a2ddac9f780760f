import { membersOf, type Member } from '../core/contract/contract'
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
 * of installed packages, by their path in `node_modules`. Variants follow from props and sheets, and are told of by
 * themselves (`variantsTold`).
 */
export function told(files: Record<string, string>, outside: Record<string, string> = {}) {
  const { contracts, problems } = readLibrary(
    Object.entries(files).map(([path, text]) => ({ path, text })),
    (path) => outside[path.replace(/^node_modules\//, '')],
  )
  return {
    ...Object.fromEntries(
      contracts.map((contract) => [
        contract.tag,
        contract.members.filter(({ kind }) => kind !== 'variant').map(line),
      ]),
    ),
    ...(problems.length ? { problems: problems.map(({ code }) => code) } : {}),
  }
}

/** The variants that are read of a library, by component: how each is known, made, and found wanting. */
export function variantsTold(files: Record<string, string>) {
  const { contracts } = readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
  return Object.fromEntries(
    contracts.map((contract) => [
      contract.tag,
      membersOf(contract, 'variant').map(({ name, by, usual, only, made }) =>
        [
          name,
          ...(by === 'prop' ? [] : [`by ${by}`]),
          ...(usual ? ['usual'] : []),
          ...(only ? [`only ${only}`] : []),
          ...made.map(({ file, line }) => `${file.split('/').at(-1)}:${line}`),
        ].join(' '),
      ),
    ]),
  )
}
