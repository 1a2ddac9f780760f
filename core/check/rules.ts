import type { Contract } from '../contract/contract'
import { isBeside } from '../read/source/reading'
import type { SourceText } from '../read/source/source-text'
import type { Resolved } from '../tokens/resolve'
import { cssProperties, resolveTheme, type Theme } from '../tokens/themes'
import type { Check, Finding, ToCheck } from './check'
import { declaredIn } from './declared'
import { className } from './rules/class-name'
import { fallback } from './rules/fallback'
import { rawValue } from './rules/raw-value'
import { sameValue } from './rules/same-value'
import { tier } from './rules/tier'
import { undefinedProperty } from './rules/undefined-property'
import { unusedToken } from './rules/unused-token'

/** Every rule, in the order in which their findings are told: what is broken first. */
const checks: readonly Check[] = [
  undefinedProperty,
  className,
  fallback,
  rawValue,
  tier,
  sameValue,
  unusedToken,
]

/** Findings of one rule that are kept at most. */
const mostOfOne = 2000

/** What all rules notice in a library. */
export function checkLibrary(given: {
  files: readonly SourceText[]
  contracts: readonly Contract[]
  themes: Theme[]
  prefix: string
}): Finding[] {
  const { themes, prefix } = given
  const tokensOf = new Map(themes.map(({ name }) => [name, resolveTheme(themes, name).tokens]))
  const base: ToCheck['base'] =
    tokensOf.get(themes.find((theme) => theme.on === null)?.name ?? '') ?? new Map<string, Resolved>()
  const every = [base, ...tokensOf.values()].flatMap((tokens) => [...tokens.values()])
  const toCheck: ToCheck = {
    ...given,
    tokensOf,
    base,
    byProperty: new Map(
      every.flatMap((token) =>
        [...cssProperties(prefix, token).keys()].map((name) => [name, token.path] as const),
      ),
    ),
    // tests and demonstrations are nobody's but their own
    declared: declaredIn(given.files.filter(({ path }) => !isBeside(path))),
  }
  return checks.flatMap((check) => check.run(toCheck).slice(0, mostOfOne))
}
