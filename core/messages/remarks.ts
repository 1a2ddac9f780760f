import { baseLanguage, type Bundle, type Message } from './message'

/** What is remarked of a message in a language. */
export type MessageRemark = 'missing' | 'extra' | 'empty' | 'placeholders' | 'same' | 'long'

/** A message in all languages of its bundle. */
export interface MessageRow {
  key: string
  /** By the tag of the language. */
  said: Record<string, { message: Message | undefined; remarks: MessageRemark[] }>
}

/** How many times as long as in the base a message may be, and by how many letters more at least. */
const [mostTimes, leastMore] = [1.6, 6]

/** The messages of a bundle, each in every language, with what is remarked of it. */
export function messageRows(bundle: Bundle): MessageRow[] {
  const base = baseLanguage(bundle)
  const inBase = bundle.languages.find(({ tag }) => tag === base)?.messages ?? {}
  const keys = new Set([
    ...Object.keys(inBase),
    ...bundle.languages.flatMap(({ messages }) => Object.keys(messages)),
  ])
  return [...keys].map((key) => ({
    key,
    said: Object.fromEntries(
      bundle.languages.map(({ tag, messages }) => {
        const message = messages[key]
        return [tag, { message, remarks: remarksOf(message, inBase[key], tag === base) }]
      }),
    ),
  }))
}

function remarksOf(
  message: Message | undefined,
  base: Message | undefined,
  isBase: boolean,
): MessageRemark[] {
  if (!message) return isBase ? ['missing'] : base ? ['missing'] : []
  const remarks: MessageRemark[] = message.text.trim() === '' ? ['empty'] : []
  if (isBase) return remarks
  if (!base) return [...remarks, 'extra']
  if (message.placeholders.join('\0') !== base.placeholders.join('\0')) remarks.push('placeholders')
  if (message.text === base.text && /\p{L}{4}/u.test(base.text)) remarks.push('same')
  const more = message.text.length - base.text.length
  if (more >= leastMore && message.text.length > base.text.length * mostTimes) remarks.push('long')
  return remarks
}

/** A remark as a person reads it. */
export function saysOf(
  remark: MessageRemark,
  message: Message | undefined,
  base: Message | undefined,
): string {
  switch (remark) {
    case 'missing':
      return 'missing'
    case 'extra':
      return 'not in the base language'
    case 'empty':
      return 'empty'
    case 'same':
      return 'as in the base language'
    case 'long':
      return `${((message?.text.length ?? 0) / (base?.text.length ?? 1)).toFixed(1)} times as long`
    case 'placeholders': {
      const [own, other] = [message?.placeholders ?? [], base?.placeholders ?? []]
      const lacking = other.filter((name) => !own.includes(name))
      const more = own.filter((name) => !other.includes(name))
      return [
        ...(lacking.length ? [`without ${lacking.join(', ')}`] : []),
        ...(more.length ? [`with ${more.join(', ')}, which the base has not`] : []),
      ].join('; ')
    }
  }
}
