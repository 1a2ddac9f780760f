/** Everything that Tern says by itself, in the languages it can say it in. */
export const messages = {
  en: {
    away: 'Put away',
    choose: 'Choose',
    close: 'Close',
    done: 'Done',
    late: '{minutes} min late',
    until: 'until {time}',
  },
  da: {
    away: 'Læg væk',
    close: 'Luk',
    done: 'Jeg har læst det hele',
    late: '{minutter} min. forsinket',
    until: 'indtil {time}',
  },
}

export type MessageKey = keyof (typeof messages)['en']
type Messages = Partial<Record<MessageKey, string>>

/** What is said in the language of the place an element stands in; in English where Tern has no other. */
export function say(element: Element, key: MessageKey, values: Readonly<Record<string, string>> = {}): string {
  const language = languageOf(element)
  const known: Readonly<Record<string, Messages>> = messages
  const said = (known[language] ?? known[language.split('-')[0]!])?.[key] ?? messages.en[key]
  return said.replace(/\{(\w+)\}/g, (place, name: string) => values[name] ?? place)
}

/** The language of the nearest ancestor that says one, out of shadow trees too. */
function languageOf(element: Element): string {
  const said = element.closest<HTMLElement>('[lang]')
  if (said) return said.lang
  const root = element.getRootNode()
  return root instanceof ShadowRoot ? languageOf(root.host) : 'en'
}
