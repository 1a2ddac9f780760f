import axe from 'axe-core'
import type { Page } from 'playwright-core'
import { z } from 'zod'
import type { EngineFinding } from '~~/core/accessible/told'
import type { ColourFinding } from '~~/core/variants/looks'

/** axe-core, run where the component does: what it says is taken as text, and no more. */

const nodeSchema = z.object({
  target: z.array(z.unknown()),
  any: z.array(z.object({ data: z.unknown() })).catch([]),
})
const engineSchema = z.array(
  z.object({
    id: z.string(),
    impact: z.string().nullable().optional(),
    help: z.string(),
    nodes: z.array(nodeSchema).min(1),
  }),
)

/** Which colours read on which ground: asked by itself, in every theme. */
const colourRules = ['color-contrast']

/** Rules that speak of whole pages, and what is asked by itself. */
const leftOut = [
  'region',
  'landmark-one-main',
  'page-has-heading-one',
  'document-title',
  'html-has-lang',
  'bypass',
  ...colourRules,
]

/** What the accessibility engine finds, or that it could not run beside this component. */
export const askEngine = (page: Page): Promise<EngineFinding[]> =>
  findings(page).catch((error: unknown) => [
    {
      rule: '',
      impact: 'not run',
      says: 'axe-core could not be asked',
      at: (error as Error).message.split('\n')[0]!.slice(0, 300),
    },
  ])

async function findings(page: Page): Promise<EngineFinding[]> {
  const found = await runEngine(page, {
    rules: Object.fromEntries(leftOut.map((rule) => [rule, { enabled: false }])),
  })
  return found.slice(0, 100).map(({ id, impact, help, nodes }) => ({
    rule: id.slice(0, 300),
    impact: (impact ?? 'minor').slice(0, 300),
    says: help.slice(0, 300),
    at: placeOf(nodes[0]!),
  }))
}

/** Places that are told of one rule. */
const mostPlaces = 60

const hex = z.string().regex(/^#[0-9a-f]{3,8}$/i)
const colourSchema = z.object({
  fgColor: hex,
  bgColor: hex,
  contrastRatio: z.number(),
  expectedContrastRatio: z.string().transform(parseFloat).pipe(z.number()),
})

/** Text on the page that does not read on what is behind it, as painted; fails where the engine can not run. */
export async function askColours(page: Page): Promise<Omit<ColourFinding, 'theme' | 'situation'>[]> {
  const found = await runEngine(page, { runOnly: colourRules })
  return found.flatMap(({ nodes }) =>
    nodes.slice(0, mostPlaces).flatMap((node) => {
      const read = colourSchema.safeParse(node.any[0]?.data)
      if (!read.success) return []
      const { fgColor, bgColor, contrastRatio, expectedContrastRatio } = read.data
      return [
        {
          at: placeOf(node),
          text: fgColor,
          ground: bgColor,
          ratio: contrastRatio,
          wants: expectedContrastRatio,
        },
      ]
    }),
  )
}

/** Selectors from the outermost tree to the innermost, one after the other. */
const placeOf = ({ target }: z.infer<typeof nodeSchema>): string => target.flat(3).join(' ').slice(0, 300)

async function runEngine(page: Page, options: object): Promise<z.infer<typeof engineSchema>> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const found = await page.evaluate(async (asked) => {
    const engine = (window as unknown as { axe: { run(options: object): Promise<{ violations: unknown }> } })
      .axe
    return (await engine.run(asked)).violations
  }, options)
  return engineSchema.catch([]).parse(found)
}
