import type { Contract } from '../contract/contract'
import { bundlesIn } from '../messages/bundles'
import type { Bundle } from '../messages/message'
import { isBeside } from '../read/source/reading'
import { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import type { Resolved } from '../tokens/resolve'
import { cssProperties, tokensOfThemes, type Theme } from '../tokens/themes'
import type { Check, Finding, RuleName, SeenRuleName, ToCheck } from './check'
import { declaredIn } from './declared'
import { bleedIn } from './rules/bleed-in'
import { bleedOut } from './rules/bleed-out'
import { className } from './rules/class-name'
import { fallback } from './rules/fallback'
import { hardCodedText } from './rules/hard-coded-text'
import { icon } from './rules/icon'
import { message } from './rules/message'
import { purposesOf } from './purposes'
import { propertyCircle } from './rules/property-circle'
import { oneValue } from './rules/one-value'
import { part } from './rules/part'
import { rawValue } from './rules/raw-value'
import { registration } from './rules/registration'
import { sameValue } from './rules/same-value'
import { tier } from './rules/tier'
import { usualTierRule, type TierRule } from './tier-rule'
import { undefinedProperty } from './rules/undefined-property'
import { unreadProperty } from './rules/unread-property'
import { unusedToken } from './rules/unused-token'

/** In the order in which they are told. */
const checks: Record<Exclude<RuleName, SeenRuleName>, Check> = {
  'undefined-property': undefinedProperty,
  'property-circle': propertyCircle,
  registration,
  part,
  message,
  'hard-coded-text': hardCodedText,
  icon,
  'bleed-out': bleedOut,
  'bleed-in': bleedIn,
  'class-name': className,
  fallback,
  'raw-value': rawValue,
  'one-value': oneValue,
  tier,
  'same-value': sameValue,
  'unread-property': unreadProperty,
  'unused-token': unusedToken,
}

/** Findings of one rule that are kept at most. */
const mostOfOne = 2000

/** A library as it is checked. */
export interface LibraryToCheck {
  files: readonly SourceText[]
  contracts: readonly Contract[]
  themes: Theme[]
  prefix: string
  /** What the library has tokens of each tier refer to, where that is not the usual. */
  tiers?: TierRule
  /** What a browser saw that components and the page do to one another. */
  isolation?: ToCheck['isolation']
  /** Where it has its icons, where somebody chose. */
  iconStore?: ToCheck['iconStore']
}

/** What all rules notice in a library. */
export function checkLibrary(library: LibraryToCheck): Finding[] {
  const toCheck = prepare(library)
  return Object.values(checks).flatMap((check) => check.run(toCheck).slice(0, mostOfOne))
}

/** What the sheets of a library use each token for, itself or through others, by its path. */
export const usedFor = (library: LibraryToCheck): Record<string, string[]> =>
  Object.fromEntries([...purposesOf(prepare(library))].map(([path, purposes]) => [path, [...purposes]]))

/** A library with what rules ask for: its tokens in each theme, and the declarations of its sheets. */
export function prepare({
  files,
  contracts,
  themes,
  prefix,
  tiers = usualTierRule,
  isolation = [],
  iconStore = null,
}: LibraryToCheck): ToCheck {
  const tokensOf = tokensOfThemes(themes)
  const base: ToCheck['base'] =
    tokensOf.get(themes.find((theme) => theme.on === null)?.name ?? '') ?? new Map<string, Resolved>()
  // tests and demonstrations are nobody's but their own
  const own = files.filter(({ path }) => !isBeside(path))
  let bundles: readonly Bundle[] | undefined
  const every = [...tokensOf.values()].flatMap((tokens) => [...tokens.values()])
  return {
    files,
    contracts,
    prefix,
    tiers,
    isolation,
    iconStore,
    tokensOf,
    base,
    byProperty: new Map(
      every.flatMap((token) =>
        [...cssProperties(prefix, token).keys()].map((name) => [name, token.path] as const),
      ),
    ),
    declared: declaredIn(own),
    bundles: () => (bundles ??= bundlesIn(new SourceSet(own), own)),
  }
}
