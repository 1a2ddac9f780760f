import { colourDistance, isSameValue } from './nearness'
import type { TokenRow } from './themes'

/** Up to here a colour is told as near another (CIEDE2000): a neighbour on a scale, not one of another name. */
const near = 8

/** A token that answers what is looked for; `distance`: how far its colour is from the one that was written. */
export interface FoundToken {
  row: TokenRow
  distance?: number
}

/**
 * Tokens by a piece of their name or of a value, in any theme; a whole value finds what comes to the same however it is
 * written, and a colour also those near it, nearest first.
 */
export function findTokens(rows: readonly TokenRow[], text: string): FoundToken[] {
  const wanted = text.trim().toLowerCase()
  if (wanted === '') return rows.map((row) => ({ row }))
  const found: FoundToken[] = []
  for (const row of rows) {
    const cells = Object.values(row.cells).filter((cell) => cell !== undefined)
    const distances = cells.flatMap(({ css }) => colourDistance(wanted, css) ?? [])
    const distance = Math.min(...distances)
    const isPiece = [row.path, ...cells.flatMap(({ css, written }) => [css, written])].some((piece) =>
      piece.toLowerCase().includes(wanted),
    )
    if (distance <= near) found.push({ row, distance })
    else if (isPiece || cells.some(({ css }) => isSameValue(wanted, css))) found.push({ row })
  }
  return found.toSorted((a, b) => (a.distance ?? Infinity) - (b.distance ?? Infinity) || 0)
}
