// Fingerprints of what is seen.

/**
 * FNV-1a, 32 bits, twice with different beginnings: texts that differ have different fingerprints, but for
 * one in many millions.
 */
export class Print {
  private a = 0x811c9dc5
  private b = 0x1b873593
  add(text: string): void {
    for (let i = 0; i < text.length; i++) {
      this.a = Math.imul(this.a ^ text.charCodeAt(i), 0x01000193)
      this.b = Math.imul(this.b ^ text.charCodeAt(i), 0x85ebca6b) + i
    }
  }
  toString(): string {
    return `${(this.a >>> 0).toString(36)}${(this.b >>> 0).toString(36)}`
  }
}
export const printOf = (value: unknown): string => {
  const print = new Print()
  try {
    print.add(
      typeof value === 'function'
        ? 'function'
        : value instanceof Node
          ? value.nodeName
          : // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there is no JSON of a function
            (JSON.stringify(value) ?? 'undefined'),
    )
  } catch {
    print.add('cannot be written')
  }
  return print.toString()
}
