import type { Contract } from '../../contract/contract'
import { byWeight } from '../../contract/weight'
import { isElement } from '../../languages/languages'
import { movedCode } from '../moving'
import { compareSides, type SideInput } from '../sides'
import { accessibleTold } from './accessible-told'
import { componentDeprecated } from './component-deprecated'
import { componentExport } from './component-export'
import { componentGone } from './component-gone'
import { componentLanguage } from './component-language'
import { componentNew } from './component-new'
import { componentRenamed } from './component-renamed'
import { facetRules } from './facets'
import { fieldGone } from './field-gone'
import { iconDeprecated } from './icon-deprecated'
import { iconGone } from './icon-gone'
import { iconNew } from './icon-new'
import { languageGone } from './language-gone'
import { languageNew } from './language-new'
import { memberDeprecated } from './member-deprecated'
import { memberGone } from './member-gone'
import { memberNew } from './member-new'
import { memberRenamed } from './member-renamed'
import { packageDependency } from './package-dependency'
import { packageEngine } from './package-engine'
import { packageExport } from './package-export'
import { packageLicence } from './package-licence'
import { packagePeer } from './package-peer'
import type { ReleaseChange, ReleaseRule, ToCompare, Weighing } from './rule'
import { themeCondition } from './theme-condition'
import { themeGone } from './theme-gone'
import { themeNew } from './theme-new'
import { themeWorn } from './theme-worn'
import { tokenDeprecated } from './token-deprecated'
import { tokenGone } from './token-gone'
import { tokenNew } from './token-new'
import { tokenType } from './token-type'
import { tokenValue } from './token-value'
import { valueDeprecated } from './value-deprecated'
import { valueGone } from './value-gone'

/** Every rule by which a release is weighed. */
export const releaseRules: readonly ReleaseRule[] = [
  componentGone,
  componentRenamed,
  componentLanguage,
  componentExport,
  componentNew,
  componentDeprecated,
  memberGone,
  memberRenamed,
  memberNew,
  memberDeprecated,
  valueGone,
  valueDeprecated,
  ...facetRules,
  accessibleTold,
  themeGone,
  themeWorn,
  tokenGone,
  fieldGone,
  tokenType,
  themeNew,
  tokenNew,
  tokenDeprecated,
  themeCondition,
  tokenValue,
  iconGone,
  iconNew,
  iconDeprecated,
  languageGone,
  languageNew,
  packageExport,
  packagePeer,
  packageDependency,
  packageEngine,
  packageLicence,
]

/** How a library has its versions compared. */
export interface Comparing {
  /** What custom properties of tokens begin with after the two dashes. */
  prefix: string
  /** The package that components are imported from. */
  packageName: string
  /** What the library makes of rules in place of what they say themselves. */
  weighing: Weighing
}

/** How a version, or the shelf, differs from another version, the heaviest first. */
export function differenceOf(
  before: SideInput,
  now: SideInput,
  { prefix, packageName, weighing }: Comparing,
): ReleaseChange[] {
  const given = compareSides(before, now, prefix)
  const inner = innerTags(given)
  return releaseRules
    .flatMap(({ name, changes }) => changes(given).map((change) => ({ rule: name, ...change })))
    .map((change: ReleaseChange) =>
      inner.has(change.tag ?? '')
        ? { ...change, weight: 'none' as const, inner: true }
        : weighed(change, weighing),
    )
    .map((change) => {
      const code = movedCode(change, given, packageName)
      return code.length ? { ...change, code } : change
    })
    .toSorted(byWeight)
}

/** Components that nobody but the library could use, and can use: what changes of them asks nothing of anybody. */
const innerTags = ({ components }: ToCompare): Set<string> =>
  new Set(
    components.flatMap(({ before, now }) =>
      [before, now].every((contract) => contract === undefined || isInner(contract))
        ? [(now ?? before)!.tag]
        : [],
    ),
  )

/** An element that is registered can be used by its tag, whatever its module exports. */
const isInner = (contract: Contract): boolean =>
  contract.inner === true || (!isElement(contract) && !contract.exported)

function weighed(change: ReleaseChange, weighing: Weighing): ReleaseChange {
  const weight = Object.hasOwn(weighing, change.rule) ? weighing[change.rule]! : change.weight
  return weight === change.weight ? change : { ...change, weight, usual: change.weight }
}
