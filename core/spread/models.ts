const axes = (...groups: [values: number, count: number][]): number[] =>
  groups.flatMap(([values, count]) => Array.from({ length: count }, () => values))

/**
 * Models that work on covering arrays measures itself by, with the smallest sets of pairs known to us:
 * Cohen, Gibbons, Mugridge, Colbourn, "Constructing test suites for interaction testing" (ICSE 2003), and
 * for two values a closed formula (Kleitman and Spencer; Katona, 1973).
 */
export const models: { name: string; sizes: number[]; best: number }[] = [
  { name: '3^4', sizes: axes([3, 4]), best: 9 },
  { name: '3^13', sizes: axes([3, 13]), best: 15 },
  { name: '5^1 3^8 2^2', sizes: axes([5, 1], [3, 8], [2, 2]), best: 15 },
  { name: '5^1 4^4 3^11 2^5', sizes: axes([5, 1], [4, 4], [3, 11], [2, 5]), best: 21 },
  { name: '6^1 5^1 4^6 3^8 2^3', sizes: axes([6, 1], [5, 1], [4, 6], [3, 8], [2, 3]), best: 30 },
  { name: '7^1 6^1 5^1 4^6 3^8 2^3', sizes: axes([7, 1], [6, 1], [5, 1], [4, 6], [3, 8], [2, 3]), best: 42 },
  { name: '4^1 3^39 2^35', sizes: axes([4, 1], [3, 39], [2, 35]), best: 21 },
  { name: '4^15 3^17 2^29', sizes: axes([4, 15], [3, 17], [2, 29]), best: 30 },
  { name: '2^100', sizes: axes([2, 100]), best: 10 },
]
