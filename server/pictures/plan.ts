import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { Act } from '~~/core/acts/act'
import { modulesFor, type ModuleOf } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import { providedFor, type KeptProvisions, type Provided } from '~~/core/provisions'
import { tokenPrefix } from '~~/core/release/package'
import { plainSurround, type Surround } from '~~/core/surround'
import { chainOf, wholeThemes } from '~~/core/tokens/regions'
import type { Theme } from '~~/core/tokens/themes'
import { inChild } from '../build/pool'
import { componentsOf, modulesOf, type Component } from '../store/components'
import type { Store } from '../store/database'
import { faceOf } from '../store/evidence'
import { examplesToShow, type ExampleToShow } from '../store/examples'
import type { Library } from '../store/libraries'
import { provisionsOf } from '../store/provisions'
import { standingAt } from '../store/released'
import { themesOf } from '../store/themes'
import { cssOf } from '../views/css'
import { iconsCssOf } from '../views/icons'

/** Raised whenever pictures are taken otherwise than before. */
const pictureVersion = 1

/** Examples of one component of which pictures are taken. */
const mostExamples = 20

/** Pairs that are looked at of one library: five hundred components in four themes, three ways each. */
const mostPairs = 6000

/** What a picture is of: a component as it stands in a situation, in a theme. */
export interface PictureOf {
  tag: string
  /** The name of an example; empty as it stands on the shelf. */
  situation: string
  theme: string
}

/** One of the two that are compared: all components as they were, or are, with their themes. */
export interface PictureSide {
  css: string
  /** The base theme. */
  theme: string
  contracts: Contract[]
  themes: string[]
}

/** A picture that can be taken, and the key of all that it depends on. */
export interface Picture {
  key: string
  usage: Usage
  acts: Act[]
  surround: Surround
  modules: ModuleOf[]
  provided: Provided[]
}

/** The same of both; a component, or a theme, that one has not, is not compared. */
export interface PicturePair extends PictureOf {
  before: Picture
  now: Picture
}
export interface PicturePlan {
  sides: [before: PictureSide, now: PictureSide]
  pairs: PicturePair[]
  /** Components and themes that there was nothing of in the version. */
  alone: number
  /** Pairs past the most that are looked at. */
  past: number
}

/**
 * What is to be compared: every component as it stands on the shelf and in its examples, in every theme that
 * both have. Examples and provisions are those of now on both sides: a version keeps none.
 */
export async function picturePlan(
  db: Store,
  library: Library,
  release: string,
  browser: string,
): Promise<PicturePlan> {
  const revision = library.current_revision
  const [before, now, provisions] = await Promise.all([
    sideThen(db, library, release),
    sideNow(db, library),
    provisionsOf(db, library.id),
  ])
  const components = revision ? await componentsOf(db, revision) : []
  const examples = await examplesToShow(db, components, mostExamples)
  const taking = { provisions, browser }
  const all = components.flatMap((component) =>
    [faceExample(component, library.prefix), ...(examples.get(component.id) ?? [])].flatMap((example) =>
      now.themes.map(({ name: theme }) => {
        const [was, is] = [before, now].map((side) => pictureIn(side, component.tag, example, theme, taking))
        return was && is
          ? { tag: component.tag, situation: example.name, theme, before: was, now: is }
          : undefined
      }),
    ),
  )
  const pairs = all.filter((pair): pair is PicturePair => pair !== undefined)
  return {
    sides: [sideOf(before), sideOf(now)],
    pairs: pairs.slice(0, mostPairs),
    alone: all.length - pairs.length,
    past: Math.max(0, pairs.length - mostPairs),
  }
}

const faceExample = (component: Component, prefix: string): ExampleToShow => ({
  id: '',
  name: '',
  usage: faceOf(component, prefix),
  acts: [],
  surround: null,
})

interface Standing {
  css: string
  themes: Theme[]
  /** Of each theme, a fingerprint of all that it makes of a component. */
  dress: ReadonlyMap<string, string>
  contracts: Contract[]
  moduleOf: ReadonlyMap<string, string>
}

const sideOf = ({ css, contracts, themes }: Standing): PictureSide => ({
  css,
  theme: themes.find(({ on }) => on === null)?.name ?? '',
  contracts,
  themes: themes.map(({ name }) => name),
})

/** The CSS of releases' themes, which never changes. */
const cssThen = new LRUCache<string, string>({
  maxSize: 16_000_000,
  sizeCalculation: (css) => css.length + 1,
})

async function sideThen(db: Store, library: Library, release: string): Promise<Standing> {
  const { tokens, iconsCss, revision } = await standingAt(db, release)
  let css = cssThen.get(release)
  if (css === undefined) {
    const prefix = tokenPrefix(library.prefix)
    css = (await inChild('themesCss', { themes: tokens, prefix }, library.id)).css
    cssThen.set(release, css)
  }
  return standing(revision ? await componentsOf(db, revision) : [], tokens, css, iconsCss)
}

async function sideNow(db: Store, library: Library): Promise<Standing> {
  const revision = library.current_revision
  const [themes, components] = await Promise.all([
    themesOf(db, library.id),
    revision ? componentsOf(db, revision) : [],
  ])
  const [{ css }, iconsCss] = await Promise.all([cssOf(library, themes), iconsCssOf(db, library, themes)])
  return standing(components, themes, css, iconsCss)
}

const standing = (
  components: readonly Component[],
  all: Theme[],
  css: string,
  iconsCss: string,
): Standing => ({
  css: css + iconsCss,
  themes: wholeThemes(all),
  dress: new Map(wholeThemes(all).map(({ name }) => [name, dressOf(all, iconsCss, name)])),
  contracts: components.map(({ contract }) => contract),
  moduleOf: modulesOf(components),
})

/** Nothing where the component is not there, was not built, or the theme is not there. */
function pictureIn(
  side: Standing,
  tag: string,
  { id, usage, acts, surround: kept }: ExampleToShow,
  theme: string,
  { provisions, browser }: { provisions: readonly KeptProvisions[]; browser: string },
): Picture | undefined {
  if (!side.themes.some(({ name }) => name === theme)) return undefined
  const modules = modulesFor(tag, usage, (other) => side.moduleOf.get(other))
  if (!modules) return undefined
  const all = [...side.moduleOf].map(([other, module]) => ({ tag: other, module }))
  const provided = providedFor(provisions, tag, id, all)
  const surround = { ...(kept ?? plainSurround(theme)), theme, fit: false }
  // modules are named by what is in them: a build that leaves one as it was names it as before
  const entries = [...modules, ...provided.flatMap((given) => given.modules)].map(({ module }) =>
    module.split('/').at(-1),
  )
  const scripts = provided.map(({ modules: _modules, ...given }) => given)
  const depends = [pictureVersion, browser, usage, acts, surround, entries, scripts]
  const key = hashed([...depends, side.dress.get(theme)])
  return { key, usage, acts, surround, modules, provided }
}

/** Its own tokens, those of the themes it is built on, and whatever comes in by itself. */
function dressOf(all: readonly Theme[], iconsCss: string, theme: string): string {
  const layers = [...chainOf(all, theme), ...all.filter(({ axis, when }) => axis ?? when)]
  return hashed([
    iconsCss,
    layers.map(({ name, on, axis, when, document }) => [name, on, axis, when, document]),
  ])
}

const hashed = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex')
