/** A moment as people say it. */
export function ago(moment: Date): string {
  const minutes = Math.round((Date.now() - moment.getTime()) / 60_000)
  if (minutes < 1) return 'just now'
  if (minutes < 60) return `${minutes} min ago`
  if (minutes < 60 * 24) return `${Math.round(minutes / 60)} h ago`
  if (minutes < 60 * 24 * 30) return `${Math.round(minutes / 60 / 24)} days ago`
  return day(moment)
}

/** A day as people write it. */
export const day = (moment: Date): string =>
  moment.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })

const numbers = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]
/** Small numbers in words, as in a sentence; larger ones in digits. */
export const count = (n: number): string => numbers[n] ?? String(n)
export const plural = (n: number, text: string, many = `${text}s`): string =>
  `${count(n)} ${n === 1 ? text : many}`

/** As it stands at the beginning of a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

export const bytes = (n: number): string =>
  n < 1000 ? `${n} B` : n < 1e6 ? `${(n / 1000).toFixed(1)} kB` : `${(n / 1e6).toFixed(1)} MB`

/** A type of tokens by the name people use; the format's own name is in the file. */
export const typeName = (type: string): string =>
  type === 'color'
    ? 'colour'
    : type === 'css'
      ? 'CSS text'
      : type.replace(/[A-Z]/, (c) => ` ${c.toLowerCase()}`)
