import type { Resolved } from '../resolve'
import type { Theme } from '../themes'

/** A file that tokens are printed to, by its path in the package. */
export interface TokenFile {
  path: string
  content: string
}

/** All that tokens are printed from, the values of each theme found. */
export interface ToPrint {
  themes: Theme[]
  /** What custom properties begin with, after the two dashes. */
  prefix: string
  /** The base theme, if there is one. */
  base: Theme | undefined
  /** Tokens in file order, by their path, of each theme by its name. */
  tokensOf: (theme: string) => ReadonlyMap<string, Resolved>
}

/** One form in which tokens leave the shelf. */
export interface TokenPrinter {
  /** What it is, in one line, for whoever chooses one. */
  says: string
  print(given: ToPrint): TokenFile[]
}

/** Every token that some theme has, those of the base first, as the first theme that has it says it. */
export function everyToken({ themes, base, tokensOf }: ToPrint): Resolved[] {
  const tokens = new Map<string, Resolved>()
  for (const { name } of base ? [base, ...themes.filter((theme) => theme !== base)] : themes)
    for (const token of tokensOf(name).values()) if (!tokens.has(token.path)) tokens.set(token.path, token)
  return [...tokens.values()]
}
