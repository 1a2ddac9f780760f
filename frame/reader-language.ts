// The language of the reader: what browsers write numbers and dates in where nobody says another
// (ECMA-402, 6.2.4 DefaultLocale), and what they tell pages (HTML, 8.9.1.3).

const canonical = Intl.getCanonicalLocales.bind(Intl)
/** The language of the page, where it is one that browsers know. */
function ofPage(): string | undefined {
  try {
    return canonical(document.documentElement.lang)[0]
  } catch {
    return undefined
  }
}

const isUnsaid = (locales: unknown): boolean =>
  locales === undefined || (Array.isArray(locales) && locales.length === 0)
/** What was given, with the language of the page where that names none. */
const withLanguage = ([locales, ...rest]: unknown[]): unknown[] => [
  isUnsaid(locales) ? ofPage() : locales,
  ...rest,
]

const formats = [
  ...['DateTimeFormat', 'NumberFormat', 'PluralRules', 'RelativeTimeFormat', 'ListFormat'],
  ...['Collator', 'Segmenter', 'DurationFormat'],
]
const methods: [object, string[]][] = [
  [Date.prototype, ['toLocaleString', 'toLocaleDateString', 'toLocaleTimeString']],
  [Number.prototype, ['toLocaleString']],
  [BigInt.prototype, ['toLocaleString']],
]

/** From now on components are told the language of the page as the reader's own. */
function speakAsThePage(): void {
  const intl = Intl as unknown as Record<string, unknown>
  for (const name of formats) {
    const Format = intl[name]
    if (typeof Format !== 'function') continue
    const spoken: object = new Proxy(Format, {
      construct: (target, given, made) => Reflect.construct(target, withLanguage(given), made) as object,
      apply: (target, self, given) => Reflect.apply(target, self, withLanguage(given)) as unknown,
    })
    Object.defineProperty(intl, name, { value: spoken, writable: true, configurable: true })
  }
  for (const [prototype, names] of methods)
    for (const name of names) {
      const own = Reflect.get(prototype, name) as (...given: unknown[]) => unknown
      const value = function (this: unknown, ...given: unknown[]) {
        return Reflect.apply(own, this, withLanguage(given))
      }
      Object.defineProperty(prototype, name, { value, writable: true, configurable: true })
    }
  const told = navigator.language
  const tell = (name: string, get: () => unknown) =>
    Object.defineProperty(Navigator.prototype, name, { get, configurable: true, enumerable: true })
  tell('language', () => ofPage() ?? told)
  tell('languages', () => Object.freeze([ofPage() ?? told]))
}
speakAsThePage()
