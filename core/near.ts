import { distance } from 'fastest-levenshtein'

/**
 * Comparisons of letters in one search, some twenty milliseconds: what is not found by then is not offered.
 */
const mostCells = 1_000_000

/** The name nearest to a misspelt one, by edit distance, where it is near enough to be meant. */
export function nearestName(name: string, names: string[]): string | undefined {
  const farthest = Math.max(2, Math.floor(name.length / 4))
  let best: { name: string; distance: number } | undefined
  let cells = 0
  for (const candidate of names) {
    if (Math.abs(candidate.length - name.length) > farthest) continue
    cells += (candidate.length + 1) * (name.length + 1)
    if (cells > mostCells) break
    const found = distance(name, candidate)
    if (found <= farthest && (!best || found < best.distance)) best = { name: candidate, distance: found }
  }
  return best?.name
}
