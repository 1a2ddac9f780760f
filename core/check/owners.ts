import type { Contract } from '../contract/contract'

/** The component that each file belongs to, the first that names it. */
export const ownersOf = (contracts: readonly Contract[]): ReadonlyMap<string, Contract> =>
  new Map(contracts.flatMap((contract) => contract.files.map((file) => [file, contract] as const)).reverse())
