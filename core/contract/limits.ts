/**
 * What a comment says of how small and how large a number may be; nothing where it says nothing that is
 * plain.
 */
export interface Limits {
  least?: number
  most?: number
  says: string
}

const number = String.raw`(-?\d+(?:\.\d+)?)(?:\s*%)?`
const both = [
  new RegExp(String.raw`\b(?:between|from)\s+${number}\s+(?:and|to)\s+${number}`, 'i'),
  new RegExp(String.raw`(?:^|[\s(,:])${number}\s*(?:to|–|\.\.|…)\s*${number}(?![\d:])`, 'i'),
]
const least = new RegExp(String.raw`\b(?:at least|minimum(?: of)?:?|no less than)\s+${number}`, 'i')
const most = new RegExp(String.raw`\b(?:at most|maximum(?: of)?:?|up to|no more than)\s+${number}`, 'i')

/**
 * The limits that words of a comment set to a number: “0 to 10”, “between 1 and 5”, “at least 1”, “at most
 * 99”.
 */
export function limitsOf(comment: string | undefined): Limits {
  const text = comment ?? ''
  for (const pattern of both) {
    const found = pattern.exec(text)
    if (found && Number(found[1]) < Number(found[2]))
      return {
        least: Number(found[1]),
        most: Number(found[2]),
        says: `${found[1]} to ${found[2]}, says its comment`,
      }
  }
  const [low, high] = [least.exec(text), most.exec(text)]
  if (!low && !high) return { says: '' }
  return {
    ...(low ? { least: Number(low[1]) } : {}),
    ...(high ? { most: Number(high[1]) } : {}),
    says:
      `${[low && `at least ${low[1]}`, high && `at most ${high[1]}`].filter(Boolean).join(', ')}, ` +
      'says its comment',
  }
}
