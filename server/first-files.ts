import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'

/** Files that a page needs before it can draw, by the page's source file, as the build leaves them. */
const pagesSchema = z.record(
  z.string(),
  z.object({ scripts: z.array(z.string()), sheets: z.array(z.string()) }),
)
export type PageFiles = z.infer<typeof pagesSchema>

/** What a browser that asks for a page is told to fetch at once. */
export interface FirstFiles {
  scripts: string[]
  sheets: string[]
  /** Questions to our own API that the page begins with. */
  answers: string[]
  /** Whether it shows one component alone, for which a frame is made ready. */
  isBench: boolean
}

/**
 * The steps of a page's address by its source file: `[library]` and `[tag]` of
 * `pages/[library]/[tag]/index.vue`.
 */
const stepsOf = (page: string): string[] =>
  page
    .replace(/^pages\//, '')
    .replace(/\.vue$/, '')
    .split('/')
    .filter((step) => step !== 'index')

const isParameter = (step: string): boolean => step.startsWith('[')

/** The page that an address means, where one is: what is written wins over what may be anything. */
function pageAt(pages: readonly string[], path: string): string | undefined {
  const asked = path.split('/').filter(Boolean)
  const isMeant = (steps: string[]) =>
    steps.length === asked.length && steps.every((step, i) => isParameter(step) || step === asked[i])
  const written = (page: string) => stepsOf(page).filter((step) => !isParameter(step)).length
  return pages
    .filter((page) => isMeant(stepsOf(page)))
    .toSorted((a, b) => written(b) - written(a) || Number(isInside(b)) - Number(isInside(a)))[0]
}
const isInside = (page: string): boolean => page.endsWith('/index.vue')

/** A page with those that it is shown in: `pages/[library].vue` around all in its folder. */
function withPagesAround(pages: readonly string[], page: string): string[] {
  const folders = page.split('/').slice(0, -1)
  const around = folders.map((_folder, i) => `${folders.slice(0, i + 1).join('/')}.vue`)
  return [...around.filter((candidate) => pages.includes(candidate)), page]
}

/** What a library may be called in an address. */
const isSlug = /^[a-z0-9-]{1,60}$/

/** What to fetch at once for an address of ours, without what a question asks for. */
export function firstFilesOf(pages: PageFiles, path: string): FirstFiles {
  const known = Object.keys(pages)
  const page = pageAt(known, path)
  const shown = page === undefined ? [] : withPagesAround(known, page)
  const all = (of: 'scripts' | 'sheets') => [...new Set(shown.flatMap((page) => pages[page]![of]))]
  const [library = ''] = path.split('/').filter(Boolean)
  // what stands in the address of a page comes from anybody, and goes into the page only where it is a name
  const isLibrary = isSlug.test(library) && shown.some((page) => page.startsWith('pages/[library]'))
  return {
    scripts: all('scripts'),
    sheets: all('sheets'),
    answers: [
      '/api/me',
      ...(isLibrary ? [`/api/libraries/${library}`, `/api/libraries/${library}/shelf`] : []),
    ],
    isBench: page === 'pages/[library]/[tag]/index.vue',
  }
}

/** What the build left; nothing where there is none, and a page then asks for its files itself. */
export function pageFiles(): PageFiles {
  try {
    const file = join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', 'pages.json')
    return pagesSchema.parse(JSON.parse(readFileSync(file, 'utf8')))
  } catch {
    return {}
  }
}
