import type { Contract } from '../contract/contract'
import type { CodeStyle } from '../languages/language'
import { languageOf } from '../languages/languages'
import { withinAll } from './usage'
import { htmlFor } from './html'
import { angularCode } from './styles/angular'
import { reactCode } from './styles/react'
import type { CodeInput } from './styles/shared'
import { svelteCode } from './styles/svelte'
import { vueCode } from './styles/vue'

export type { CodeInput, CodeStyle }

interface Style {
  title: string
  /** Consumer code for what is on show, whole: it can be put into a file of its own and runs. */
  write(input: CodeInput): string
}

const styles: Record<CodeStyle, Style> = {
  html: {
    title: 'plain HTML',
    write: ({ contract, usage, contractOf }) => htmlFor(contract, usage, contractOf),
  },
  vue: { title: 'Vue', write: vueCode },
  react: { title: 'React style', write: reactCode },
  angular: { title: 'Angular style', write: angularCode },
  svelte: { title: 'Svelte', write: svelteCode },
}

/** What each style is called. */
export const codeStyles = Object.fromEntries(
  Object.entries(styles).map(([name, { title }]) => [name, title]),
) as Record<CodeStyle, string>

export const stylesOf = (contract: Contract): CodeStyle[] => [...languageOf(contract).codeStyles]

/** Code for a component in what it stands in, where all of that is known. */
export function codeFor(style: CodeStyle, input: CodeInput): string {
  const { within = [] } = input.usage
  const [outermost] = within
  const contract = outermost && input.contractOf(outermost.tag)
  if (!contract || !within.every(({ tag }) => input.contractOf(tag))) return styles[style].write(input)
  const { usage } = withinAll(input.contract.tag, input.usage)
  return styles[style].write({ ...input, contract, usage })
}
