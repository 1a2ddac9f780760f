import { languageTitle } from '../messages/language-tags'
import { madeUpLanguage } from '../messages/message'
import { axesToChoose } from '../tokens/regions'
import type { AxesFrom, Axis } from './axes'

// Axes of what is around a component, whatever it is.

export const themeAxis = (themes: AxesFrom['themes']): Axis => ({
  id: 'theme',
  title: 'theme',
  values: themes.map((theme) => ({ title: theme.title, surround: { theme: theme.name } })),
})

/** Themes that are worn beside that one: the usual, and each, by their axis. */
export const besideAxes = (themes: AxesFrom['themes']): Axis[] =>
  axesToChoose(themes).map(([axis, along]) => ({
    id: `beside:${axis}`,
    title: axis,
    values: [
      { title: `usual ${axis}` },
      ...along.map(({ title, name }) => ({ title, surround: { beside: { [axis]: name } } })),
    ],
  }))

/** What may be around any component. */
export const surroundAxes: readonly Axis[] = [
  {
    id: 'width',
    title: 'width',
    values: [160, 240, 320, 480].map((width) => ({ title: String(width), surround: { width } })),
  },
  {
    id: 'direction',
    title: 'writing direction',
    values: [
      { title: 'left to right', surround: { direction: 'ltr' } },
      { title: 'right to left', surround: { direction: 'rtl' } },
    ],
  },
  {
    id: 'text',
    title: 'text size',
    whole: true,
    values: [100, 150, 200].map((text) => ({ title: `${text} %`, surround: { text } })),
  },
]

/** Numbers and dates are written by the language of a page, so each has one of its own. */
export const languageAxis = (languages: readonly string[]): Axis => ({
  id: 'language',
  title: 'language',
  whole: true,
  values: [...languages, madeUpLanguage].map((language) => ({
    title: language === madeUpLanguage ? 'made up' : languageTitle(language),
    surround: { language },
  })),
})
