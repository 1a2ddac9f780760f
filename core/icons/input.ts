import type { Dress } from './drawn'
import type { IconSet, IconSettings } from './glyph'
import type { OwnIcons } from './ways'
import { glyphsByName, type ThemeOf } from './wearing'

/** What a library's icons are dressed with, as it crosses to where source is built. */
export interface IconsInput {
  settings: IconSettings
  sets: readonly IconSet[]
  themes: readonly ThemeOf[]
  /** That of custom properties, without a hyphen. */
  prefix: string
}

export const dressOf = ({ settings, sets, themes, prefix }: IconsInput): Dress => ({
  settings,
  glyphs: glyphsByName(sets),
  themes: themes.map(({ name, on, when }) => ({ name, on, when: when ?? null })),
  prefix,
})

export const noIcons: OwnIcons = { stores: [], store: null, glyphs: [], uses: [] }
