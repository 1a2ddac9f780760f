import axe from 'axe-core'
import type { Page } from 'playwright-core'
import { z } from 'zod'
import type { EngineFinding } from '~~/core/accessible/told'

/** axe-core, run where the component does: what it says is taken as text, and no more. */

const nodeSchema = z.object({ target: z.array(z.unknown()) })
const engineSchema = z.array(
  z.object({
    id: z.string(),
    impact: z.string().nullable().optional(),
    help: z.string(),
    nodes: z.array(nodeSchema).min(1),
  }),
)

/** Rules that speak of whole pages, and which colours read on which: that is looked at in every theme. */
const leftOut = [
  'region',
  'landmark-one-main',
  'page-has-heading-one',
  'document-title',
  'html-has-lang',
  'bypass',
  'color-contrast',
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
