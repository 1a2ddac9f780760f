/**
 * Whether an If-None-Match header names an entity tag: any, or one of a list, by the weak comparison
 * (RFC 9110, sections 8.8.3.2 and 13.1.2).
 */
export function matchesTag(header: string | undefined, tag: string): boolean {
  if (header === undefined) return false
  if (header.trim() === '*') return true
  const opaque = (text: string) => text.replace(/^W\//, '')
  return [...header.matchAll(/(?:W\/)?"[^"]*"/g)].some(([named]) => opaque(named) === opaque(tag))
}
