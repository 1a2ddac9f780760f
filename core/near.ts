/** The name nearest to a misspelt one, by edit distance, where it is near enough to be meant. */
export function nearestName(name: string, names: string[]): string | undefined {
  const ranked = names.map((one) => ({ one, d: distance(name, one) })).sort((a, b) => a.d - b.d)
  const [best] = ranked
  return best && best.d <= Math.max(2, Math.floor(name.length / 4)) ? best.one : undefined
}

/** Levenshtein distance, by the two-row method (Wagner and Fischer 1974). */
export function distance(a: string, b: string): number {
  let above = Array.from({ length: b.length + 1 }, (_, i) => i)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      row.push(Math.min(above[j]! + 1, row[j - 1]! + 1, above[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1)))
    }
    above = row
  }
  return above[b.length]!
}
