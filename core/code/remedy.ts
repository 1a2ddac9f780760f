import type { Contract } from '../contract/contract'

/** What somebody can do about a component that fails or shows nothing. */
export interface Remedy {
  text: string
  /** A component of the library that is likely to be what it misses around it. */
  provider?: string
  /** Whether it is to be provided, rather than given by values. */
  provide: boolean
}

/** Sentences of errors that say that something around a component is missing. */
const missesAround = new RegExp(
  [
    String.raw`\binject\(|injection "|useContext|\bprovider\b|\bplugin\b|\bapp\.use\(|getActivePinia`,
    String.raw`\bcontext\b.*(undefined|null|missing|not found)`,
    String.raw`not (found|wrapped)\b.*\b(tree|parent|ancestor)`,
    String.raw`(could not|couldn't|cannot|can't|unable to) find\b.*\b(instance|injection|context|store|theme|parent|ancestor)`,
    String.raw`not (inside|within)\b.*\b(parent|ancestor|component)`,
    'outside (of )?(a|an|the|its|<)',
    'must be (used|wrapped|placed|rendered|a child)',
    '(used|wrapped|inside|within) (a|an|the|its)? ?<',
  ].join('|'),
  'i',
)
/** What an engine says where a value is missing that is not checked for. */
const missesValue =
  /(cannot|can't) (read|destructure|convert)|(undefined|null) (is not|to object)|is not (a function|iterable|an object)/i

/** Components whose name says that they are put around others once. */
export const isProvider = ({ tag }: { tag: string }): boolean =>
  /(^|[a-z-])(provider|theme|config)$/i.test(tag)

/** What to do about a failure, by what it says. */
export function remedyOf(text: string, contract: Contract | undefined, others: readonly Contract[]): Remedy {
  const providers = others.filter(
    (other) => other !== contract && other.language === contract?.language && isProvider(other),
  )
  const provider = (providers.find(({ tag }) => text.includes(tag)) ?? providers[0])?.tag
  if (missesAround.test(text))
    return {
      provide: true,
      ...(provider ? { provider } : {}),
      text: 'It expects a plugin, or a provider around it. Provide it once for the library.',
    }
  if (missesValue.test(text))
    return {
      provide: false,
      text: 'It uses a value that it was not given. Set its props, or provide what it expects around it.',
    }
  return { provide: false, text: 'Change a value, or mend the source.' }
}

/** What to do about a component that shows nothing whatever it was given. */
export const remedyOfNothing =
  'Nothing is seen of it in any way that was tried. It may have no looks, or wait for what only a page gives it: ' +
  'set its values, fill its slots, and keep what shows it as its face.'

/** A script that puts a provider of the library around every function component, to begin with. */
export const providerScript = (tag: string): string =>
  `export const wrap = (element, { createElement, componentOf }) =>\n` +
  `  createElement(componentOf('${tag}'), {}, element)\n`
