import semver from 'semver'

/** What a text of deprecation says besides words: `Since 1.2. Use tone instead; gone in 3.0.` */
export interface Deprecation {
  /** The version it is to go in. */
  goneIn?: string
}

const versionWord = String.raw`v?(\d+(?:\.\d+){0,2}(?:-[\w.]+)?)`
const promise = new RegExp(
  String.raw`\b(?:gone|goes|go|removed|removal|dropped|deleted)\s+(?:in|with|by)\s+(?:version\s+)?${versionWord}`,
  'i',
)

/** Reads what a text of deprecation promises; of several promises the first. */
export function readDeprecation(text: string): Deprecation {
  const goneIn = semver.coerce(promise.exec(text)?.[1], { includePrerelease: true })?.version
  return goneIn ? { goneIn } : {}
}
