import { createHash } from 'node:crypto'
import type { Browser, Page } from 'playwright-core'
import type { Act } from '~~/core/acts/act'
import type { Usage } from '~~/core/code/usage'
import { memberKey } from '~~/core/contract/contract'
import type { Variant } from '~~/core/contract/variant'
import type { Chart } from '~~/core/states/chart'
import { plainSurround } from '~~/core/surround'
import { choicesAlong, choiceTitle, variantAxes, withValue, type VariantAxis } from '~~/core/variants/axis'
import { ruledOut } from '~~/core/variants/combination'
import {
  alikeInThemes,
  changesOfLook,
  looksSchema,
  mostPairs,
  pairsOnce,
  type Looks,
  type ValueSeen,
  type VariantLook,
} from '~~/core/variants/looks'
import { situationOf } from '~~/core/variants/situation'
import { limits } from '../limits'
import { givenNow } from '../processes/given-time'
import { statesToTell } from './accessible'
import { fencedContext, usualWindow } from './browser'
import { ColoursSeen } from './colours'
import type { ToTry } from './message'
import { askMarkup, settles, showsOn, type Component, type Show, type ShownPage } from './shown-page'
import { readTree } from './tree'
import { goWay, inFrame } from './way'

/** Values of one axis that are looked at. */
const mostValues = 20

/** A way in which a component stands, with what is done to it once it stands there. */
interface Situation {
  says: string
  usage: Usage
  acts: readonly Act[]
}

/**
 * Looks at a component in every theme, as it is painted: with each of its variants, as it stands on the
 * shelf, in its examples, and in the states that were found of it.
 */
export async function lookInThemes(
  browser: Browser,
  asked: ToTry,
  component: Component,
  chart: Chart,
  origin: string,
): Promise<Looks> {
  const context = await fencedContext(browser, origin)
  try {
    const late = givenNow() + limits.evidence.looksSeconds * 1000
    const show = await showsOn(context, asked, component, origin, { isWitness: true })
    const look = new LookInThemes(show, component, asked, () => givenNow() > late)
    await look.shelf({ says: 'as on the shelf', usage: component.face, acts: [] })
    for (const axis of variantAxes(component.contract)) await look.axis(axis)
    const states = statesToTell(component, chart)
    for (const { name, usage, acts } of [...component.examples, ...states])
      await look.colours({ says: name, usage, acts })
    return looksSchema.parse(look.result)
  } finally {
    await context.close().catch(() => undefined)
  }
}

/** A value of an axis on its way: what it is called, what has it, and the variant it is. */
interface Value {
  title: string
  says: string
  usage: Usage
  variant: Variant | undefined
}

class LookInThemes {
  private readonly themes: string[]
  private readonly variants: VariantLook[] = []
  private readonly pairs: ColoursSeen
  private left = 0

  constructor(
    private readonly show: Show,
    private readonly component: Component,
    { theme, themes, dyes }: Pick<ToTry, 'theme' | 'themes' | 'dyes'>,
    private readonly isLate: () => boolean,
  ) {
    this.themes = [...new Set([theme, ...themes])]
    this.pairs = new ColoursSeen(dyes)
  }

  get result(): Looks {
    const { themes, variants, left } = this
    return { themes, variants, left, colours: pairsOnce(this.pairs.all).slice(0, mostPairs) }
  }

  /** All values of an axis beside one another; those that must not be used as it stands are left out. */
  async axis(axis: VariantAxis): Promise<void> {
    const values = this.valuesOf(axis)
    this.left += Math.max(0, choicesAlong(axis).length - mostValues)
    const seen: { value: Value; look: ValueSeen }[] = []
    for (const value of values) {
      const look = this.isLate() ? undefined : await this.value(value)
      if (look) seen.push({ value, look })
      else this.left++
    }
    const alike = alikeInThemes(
      seen.map(({ look }) => look),
      this.themes,
    )
    const usual = seen.find(({ value }) => value.variant?.usual) ?? seen[0]
    for (const [at, { value, look }] of seen.entries()) {
      if (!value.variant || !usual) continue
      // the usual value is told beside the next one
      const beside = usual.value === value ? seen.find((other) => other.value !== value) : usual
      this.variants.push({
        member: memberKey(value.variant),
        beside: beside?.value.title ?? '',
        changes: beside ? changesOfLook(beside.look, look, axis.name) : [],
        alike: alike[at]!,
      })
    }
  }

  private valuesOf(axis: VariantAxis): Value[] {
    const { contract, face, never } = this.component
    return choicesAlong(axis)
      .slice(0, mostValues)
      .map((choice) => ({
        title: choiceTitle(axis, choice.value),
        says: situationOf(axis, choice),
        usage: withValue(face, axis, choice.value ?? undefined),
        variant: choice.variant,
      }))
      .filter(({ usage }) => ruledOut(contract, usage, never).length === 0)
  }

  /** Nothing where it could not be shown with a value. */
  private async value({ title, says, usage }: Value): Promise<ValueSeen | undefined> {
    try {
      const shown = await this.show(usage)
      const pictures = new Map<string, string>()
      let rest: Pick<ValueSeen, 'markup' | 'told'> | undefined
      await this.inEachTheme(shown, { says, usage, acts: [] }, async (theme) => {
        pictures.set(theme, await pictureOf(shown.page))
        rest ??= {
          markup: await askMarkup(shown.frame, { styles: true }),
          told: await readTree(shown.session),
        }
      })
      return rest && { title, pictures, ...rest }
    } catch {
      return undefined
    }
  }

  /** As it stands on the shelf, the mark of the focus is looked at too. */
  async shelf(situation: Situation): Promise<void> {
    try {
      const shown = await this.show(situation.usage)
      const see = (theme: string) => this.pairs.seeFocus(shown, { theme, situation: situation.says })
      if (await this.inEachTheme(shown, situation, see)) return
    } catch {
      // why it can not be shown is told with what assistive technology is told of it
    }
    this.left++
  }

  /** Which colours do not read in a situation, in each theme; one that can not be shown tells nothing. */
  async colours(situation: Situation): Promise<void> {
    // why it can not be shown is told with what assistive technology is told of it
    const isSeen = this.isLate() ? false : await this.isSeenInEach(situation).catch(() => false)
    if (!isSeen) this.left++
  }

  private async isSeenInEach(situation: Situation): Promise<boolean> {
    return this.inEachTheme(await this.show(situation.usage), situation)
  }

  /** Dresses what is shown in one theme after the other, made anew in each; whether it came to all. */
  private async inEachTheme(
    { page, frame }: ShownPage,
    { says, acts }: Situation,
    look?: (theme: string) => Promise<void>,
  ): Promise<boolean> {
    for (const [n, theme] of this.themes.entries()) {
      await frame.post({ say: 'surround', surround: plainSurround(theme) })
      await page.mouse.move(usualWindow.width - 1, usualWindow.height - 1)
      await inFrame(frame, n, [], { anew: true })
      const outcome = await goWay(page, frame, this.component.tag, acts)
      if (outcome.failed) return false
      await page.waitForTimeout(settles)
      await this.pairs.see(page, frame, { theme, situation: says.slice(0, 300) })
      await look?.(theme)
    }
    return true
  }
}

/** A fingerprint of what is painted, all that moves brought to its end. */
const pictureOf = async (page: Page): Promise<string> =>
  createHash('sha256')
    .update(await page.screenshot({ animations: 'disabled', caret: 'hide' }))
    .digest('base64')
