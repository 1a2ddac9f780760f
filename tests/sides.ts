import type { Contract } from '../core/contract/contract'
import type { ReleaseChange, Weighing } from '../core/release/rules/rule'
import { differenceOf } from '../core/release/rules/rules'
import type { SideInput } from '../core/release/sides'

/** A version of a small library, as it is compared with another. */
export const side = (contracts: Contract[], more: Partial<SideInput> = {}): SideInput => ({
  contracts,
  accessible: {},
  themes: [],
  package: {},
  languages: [],
  icons: [],
  tagPrefix: 'x-',
  ...more,
})

export const differenceBetween = (
  before: SideInput,
  now: SideInput,
  weighing: Weighing = {},
): ReleaseChange[] => differenceOf(before, now, { prefix: 'q', packageName: '@marram/quay', weighing })
