import { cssProperties } from '../../tokens/themes'
import type { Resolved } from '../../tokens/resolve'
import type { Check, ToCheck } from '../check'

/** Tokens that nothing in the library names, and that no token refers to which something names. */
export const unusedToken: Check = {
  run(given) {
    const used = usedIn(given)
    return [...given.base.values()].flatMap(({ path, type }) =>
      used.has(path)
        ? []
        : [
            {
              rule: 'unused-token' as const,
              about: path,
              token: path,
              says: `${path} is a ${type} that no sheet, script or markup of the library names.`,
              todo: 'Take it out, or waive it where pages outside of the library use it.',
            },
          ],
    )
  },
}

/** Tokens by their paths that are named somewhere, and all they refer to in any theme. */
function usedIn({ files, prefix, base, tokensOf }: ToCheck): Set<string> {
  const named = new Set(files.flatMap(({ text }) => text.match(/--[\w-]+|--[^\s:;,(){}]+/g) ?? []))
  const used = new Set<string>()
  const visit = (path: string): void => {
    if (used.has(path)) return
    used.add(path)
    for (const tokens of tokensOf.values()) for (const next of tokens.get(path)?.refers ?? []) visit(next)
  }
  const isNamed = (token: Resolved) =>
    [...cssProperties(prefix, token).keys()].some((name) => named.has(name))
  for (const token of base.values()) if (isNamed(token)) visit(token.path)
  return used
}
