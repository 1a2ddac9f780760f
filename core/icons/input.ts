import type { Dress } from './drawn'
import type { IconSet, IconSettings } from './glyph'
import type { OwnIcons } from './ways'
import type { ThemeOf } from '../tokens/regions'
import { glyphsByName } from './wearing'

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
  themes,
  prefix,
})

export const noIcons: OwnIcons = { stores: [], store: null, glyphs: [], uses: [] }
