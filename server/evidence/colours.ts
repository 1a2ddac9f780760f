import { PNG } from 'pngjs'
import type { Page } from 'playwright-core'
import { nodeTitle } from '~~/core/accessible/difference'
import type { Ink } from '~~/core/contrast/ink'
import { focusPair, pairsOf, type Painted, type Pixels } from '~~/core/contrast/painted'
import type { ColourPair } from '~~/core/contrast/pair'
import { askedOf } from '~~/core/contrast/wcag'
import { answerOf, within, type Held } from './channel'
import type { ShownPage } from './shown-page'
import { stopsOn } from './stops'

/** Milliseconds in which a frame has told what is painted. */
const patience = 5000
/** A colour that nobody would write, for all that is painted. */
const mark = '#fd02f1'

type Where = Pick<ColourPair, 'theme' | 'situation'>

/** Pairs of colours that were seen of one component, one situation and theme after the other. */
export class ColoursSeen {
  readonly all: ColourPair[] = []
  /** What was seen by which tokens: the same pair at the same place comes by the same. */
  private readonly known = new Set<string>()

  constructor(private readonly dyes: readonly string[]) {}

  async see(page: Page, frame: Held, where: Where): Promise<void> {
    const inks = await askInks(frame, { colour: mark, names: [] })
    const marked = await pictureOf(page)
    await askInks(frame, { colour: 'transparent', names: [] })
    const plain = { inks, marked, bare: await pictureOf(page) }
    const pairs = pairsOf(plain).map((pair) => ({ ...where, ...pair }))
    const isKnown = pairs.every((pair) => this.known.has(keyOf(pair)))
    this.all.push(...(isKnown ? pairs : await this.withTokens(page, frame, plain, where)))
    await askInks(frame, null)
  }

  /** Goes through what can have the focus by Tab, and looks at how each is marked that has it. */
  async seeFocus({ page, frame, session }: ShownPage, where: Where): Promise<void> {
    const before = await pictureOf(page)
    for await (const focused of stopsOn(page, session, mostStops)) {
      const after = await pictureOf(page)
      if (!focusPair(before, after)) continue
      await askInks(frame, { colour: 'transparent', names: this.dyes })
      const mark = focusPair(before, after, { names: this.dyes, bare: await pictureOf(page) })!
      await askInks(frame, null)
      this.all.push({
        ...where,
        ...mark,
        role: 'focus',
        at: focused.element.slice(0, 300),
        says: nodeTitle(focused).slice(0, 80),
        wants: askedOf.focus,
        varies: false,
        through: false,
      })
    }
  }

  /** The same, with the custom properties of tokens by which each colour came. */
  private async withTokens(page: Page, frame: Held, plain: Painted, where: Where): Promise<ColourPair[]> {
    const inks = await askInks(frame, { colour: 'transparent', names: this.dyes })
    const bare = await pictureOf(page)
    const isTheSame = inks.length === plain.inks.length
    const dyed = isTheSame ? { names: this.dyes, inks, bare } : undefined
    const pairs = pairsOf({ ...plain, dyed }).map((pair) => ({ ...where, ...pair }))
    for (const pair of pairs) this.known.add(keyOf(pair))
    return pairs
  }
}
/** Stops of the focus that are looked at. */
const mostStops = 6

const keyOf = ({ theme, role, at, text, ground }: ColourPair): string =>
  JSON.stringify([theme, role, at, text, ground])

async function pictureOf(page: Page): Promise<Pixels> {
  return PNG.sync.read(await page.screenshot({ animations: 'disabled', caret: 'hide', scale: 'css' }))
}

let asked = 0
async function askInks(
  frame: Held,
  flat: { colour: string; names: readonly string[] } | null,
): Promise<Ink[]> {
  const seq = ++asked
  await frame.post({ say: 'inks', seq, flat: flat && { ...flat, names: [...flat.names] } })
  return (await within(answerOf(frame, 'inks', seq), patience, 'it did not tell what is painted')).inks
}
