import type { Theme } from '~~/core/tokens/themes'
import { Failure, fail } from '../auth/failure'
import { inChild } from '../build/pool'
import type { Library } from '../store/libraries'
import type { KeptTheme } from '../store/themes'

/** A theme by its name; a failure where there is none. */
export const themeKnown = (themes: readonly KeptTheme[], name: string): KeptTheme =>
  themes.find((theme) => theme.name === name) ??
  fail(404, 'no-theme', `There is no theme ${name}.`, 'Choose one of the themes of this library.')

/** Throws each reason why a theme cannot stand among others as it is. */
export async function judgeTheme(library: Library, themes: Theme[], theme: Theme): Promise<void> {
  if (Object.keys(theme.document).length === 0) return
  const text = JSON.stringify(theme.document)
  const judged = await inChild('tokenFile', { themes, theme: theme.name, text }, library.id)
  if (!judged.ok) throw new Failure(422, judged.problems)
}
