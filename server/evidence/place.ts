import { tokenPrefix } from '~~/core/release/package'
import { wholeThemes } from '~~/core/tokens/regions'
import { colourProperties } from '~~/core/tokens/themes'
import { settings } from '../config'
import type { Library } from '../store/libraries'
import type { KeptTheme } from '../store/themes'
import type { ToTry, Turn } from './message'

/** Where components of a library are tried, and in what. */
export const placeToTry = (
  { prefix }: Library,
  { css, themes }: { css: string; themes: KeptTheme[] },
): Omit<ToTry, 'components' | 'contracts' | keyof Turn> => ({
  port: settings().PREVIEW_PORT,
  chromium: settings().CHROMIUM,
  css,
  theme: themes.find((theme) => theme.on === null)?.name ?? '',
  themes: wholeThemes(themes).map(({ name }) => name),
  // what is no plain identifier is left out: frames take no other
  dyes: colourProperties(themes, tokenPrefix(prefix)).filter((name) => /^--[\w-]{1,300}$/.test(name)),
})
