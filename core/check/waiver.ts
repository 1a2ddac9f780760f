import { z } from 'zod'
import { movedPath } from '../tokens/paths'
import { ruleNames, type RuleName } from './check'

/** What somebody lets stand, and why: a finding of a rule, by what it is about. */
export const newWaiverSchema = z.object({
  rule: z.enum(ruleNames),
  about: z.string().min(1).max(2000),
  reason: z.string().trim().min(1, 'why it is let stand').max(500),
})

/** How paths of tokens stand in what findings of a rule are about; other rules have none. */
const withPaths: Partial<Record<RuleName, (about: string, move: (path: string) => string) => string>> = {
  'unused-token': (about, move) => move(about),
  'same-value': (about, move) => about.split(' ').map(move).join(' '),
  tier: (about, move) => about.replace(/(?<= ).+$/, move),
  contrast: (about, move) =>
    about.replace(
      /^(\S+ \S+ )(\S+)( on )(\S+)/,
      (_all, where: string, colour: string, on: string, behind: string) =>
        `${where}${move(colour)}${on}${move(behind)}`,
    ),
}

/** What a finding is about once a token, or a group of them, has another path. */
export const movedAbout = (rule: RuleName, about: string, move: { from: string; to: string }): string =>
  withPaths[rule]?.(about, (path) => movedPath(path, move)) ?? about
