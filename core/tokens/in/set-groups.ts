import { z } from 'zod'
import { tokensOf, type TokenDocument } from '../document'
import { isGroup } from '../group'
import { referencesIn } from '../references'

// One file that holds several sets, as groups at its top that no alias names.

/** The sets of a file in their order, and which of them each theme wears, where the file says so. */
export interface SetGroups {
  sets: Map<string, TokenDocument>
  themes: GroupedTheme[]
}
export interface GroupedTheme {
  name: string
  /** Themes of one group are worn instead of one another. */
  group: string
  sets: string[]
}

const metadataSchema = z.object({ tokenSetOrder: z.array(z.string()).max(1000) })
const themesSchema = z
  .array(
    z.object({
      name: z.string().min(1).max(80),
      group: z.string().max(80).optional(),
      selectedTokenSets: z.record(z.string(), z.string()),
    }),
  )
  .max(100)

/**
 * The sets that a file holds; nothing where its groups are groups. They are sets where more of its aliases
 * lead somewhere without the name of a group at the top than with it.
 */
export function setGroupsIn(document: TokenDocument): SetGroups | undefined {
  const groups = Object.entries(document).filter(
    (entry): entry is [string, TokenDocument] =>
      !entry[0].startsWith('$') && isGroup(entry[1]) && !('$value' in entry[1]),
  )
  if (groups.length < 2 || !isOfSets(document, groups)) return undefined
  const order = metadataSchema.safeParse(document.$metadata)
  const placeOf = new Map(order.success ? order.data.tokenSetOrder.map((name, i) => [name, i]) : [])
  const place = (name: string) => placeOf.get(name) ?? placeOf.size
  const sets = new Map(groups.toSorted(([a], [b]) => place(a) - place(b)))
  const themes = themesSchema.safeParse(document.$themes)
  return { sets, themes: themes.success ? themes.data.map(asTheme) : [] }
}

const asTheme = ({ name, group, selectedTokenSets }: z.infer<typeof themesSchema>[number]): GroupedTheme => ({
  name,
  group: group?.trim() || 'theme',
  sets: Object.entries(selectedTokenSets).flatMap(([set, how]) => (how === 'disabled' ? [] : [set])),
})

function isOfSets(document: TokenDocument, groups: readonly [string, TokenDocument][]): boolean {
  const tokens = tokensOf(document)
  const whole = new Set(tokens.map(({ path }) => path))
  const parts = new Set(groups.flatMap(([, group]) => tokensOf(group).map(({ path }) => path)))
  let [within, without] = [0, 0]
  for (const { value } of tokens)
    for (const { path } of referencesIn(value)) {
      if (whole.has(path)) within++
      else if (parts.has(path)) without++
    }
  return without > within
}

/** A file of sets as a resolver document has it, each set by its path. */
export function resolverOf({ sets, themes }: SetGroups, pathOf: (set: string) => string) {
  const known = themes.map((theme) => ({ ...theme, sets: theme.sets.filter((set) => sets.has(set)) }))
  const groups = [...new Set(known.map(({ group }) => group))]
  const chosen = groups
    .map((group) => [group, known.filter((theme) => theme.group === group)] as const)
    .filter(([, alternatives]) => alternatives.length > 1)
  // what every theme of a group wears is no choice
  const choices = chosen.map(([name, alternatives]) => {
    const always = alternatives[0]!.sets.filter((set) =>
      alternatives.every((theme) => theme.sets.includes(set)),
    )
    const own = alternatives.map((theme) => ({
      name: theme.name,
      sets: theme.sets.filter((set) => !always.includes(set)),
    }))
    return { name, own }
  })
  const chosenSets = new Set(choices.flatMap(({ own }) => own.flatMap((theme) => theme.sets)))
  const inOrder = (names: Iterable<string>) => {
    const wanted = new Set(names)
    return [...sets.keys()].filter((set) => wanted.has(set)).map((set) => ({ $ref: pathOf(set) }))
  }
  // what no theme wears is there for its makers
  const worn = new Set(known.flatMap((theme) => theme.sets))
  const ground = [...sets.keys()].filter((set) => worn.has(set) && !chosenSets.has(set))
  return {
    sets: { ground: { sources: inOrder(ground) } },
    modifiers: Object.fromEntries(
      choices.map(({ name, own }) => [
        name,
        {
          contexts: Object.fromEntries(own.map((theme) => [theme.name, inOrder(theme.sets)])),
          default: own[0]!.name,
        },
      ]),
    ),
    resolutionOrder: [
      { $ref: '#/sets/ground' },
      ...choices.map(({ name }) => ({ $ref: `#/modifiers/${name}` })),
    ],
  }
}
