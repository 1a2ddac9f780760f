import { autoTheme, type Condition } from '~~/core/tokens/condition'
import { wholeThemes } from '~~/core/tokens/regions'

interface Named {
  name: string
  title: string
  axis?: string | null | undefined
  when?: Condition | null | undefined
}

/** The themes of which a region wears one, as a choice offers them. */
export const choicesOfThemes = (themes: readonly Named[]) =>
  wholeThemes(themes).map(({ name, title }) => ({ value: name, title }))

/** Those that a region may wear, and whichever comes in by itself where one does. */
export const choicesToWear = (themes: readonly Named[]) => [
  ...choicesOfThemes(themes),
  ...(wholeThemes(themes).some(({ when }) => when)
    ? [{ value: autoTheme, title: 'whichever theme comes in', note: 'by the reader and the page' }]
    : []),
]
export const namesToWear = (themes: readonly Named[]): string[] =>
  choicesToWear(themes).map(({ value }) => value)
