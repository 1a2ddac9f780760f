import { createSSRApp, h, type VNodeChild } from 'vue'
import { renderToString } from 'vue/server-renderer'
import type { SummaryRow } from '~~/core/accessible/summary'
import type { Guide, GuideExample, GuidePage, GuideRow } from '~~/core/guide/guide'
import { markdownOffline, wordsParts } from '~~/core/guide/words'

/** A file of a guide, by its path in its folder. */
export interface GuideFile {
  path: string
  content: string
}

/** The pages of a guide: one of all, one of each component, one of each example for its frame. */
export async function guidePages(guide: Guide): Promise<GuideFile[]> {
  const pages = [
    { path: 'index.html', title: guide.title, content: indexOf(guide) },
    ...guide.pages.map((page) => ({
      path: `${page.file}.html`,
      title: `${page.title} · ${guide.title}`,
      content: componentOf(page, guide),
    })),
  ]
  const examples = guide.pages.flatMap((page) => page.examples).filter(({ file }) => file !== undefined)
  const files = await Promise.all([
    ...pages.map(async ({ path, title, content }) => ({ path, content: await whole(guide, title, content) })),
    ...examples.map(async (example) => ({
      path: `live/${example.file!}.html`,
      content: await liveDocument(guide, example),
    })),
  ])
  return [...files, { path: 'search.js', content: searchScript(guide) }]
}

const written = async (language: string, head: VNodeChild[], body: VNodeChild[]): Promise<string> => {
  const document = h('html', { lang: language }, [
    h('head', [
      h('meta', { charset: 'utf-8' }),
      h('meta', { name: 'viewport', content: 'width=device-width, initial-scale=1' }),
      ...head,
    ]),
    h('body', body),
  ])
  return `<!doctype html>\n${await renderToString(createSSRApp({ render: () => document }))}\n`
}

/** Data in a script of a page: nothing of it ends the script. */
const asScript = (value: unknown): string => JSON.stringify(value).replaceAll('<', '\\u003c')

const searchScript = ({ search, pages }: Guide): string => {
  const files = Object.fromEntries(pages.map(({ tag, file }) => [tag, file]))
  return `window.keptSearch = ${asScript({ entries: search, pages: files })}\n`
}

const words = (text: string) => h('div', { class: 'words', innerHTML: markdownOffline.render(text) })

const whole = (guide: Guide, title: string, content: VNodeChild[]): Promise<string> =>
  written(
    'en',
    [h('title', title), h('link', { rel: 'stylesheet', href: 'guide.css' })],
    [
      h('header', [
        h('a', { href: 'index.html' }, `${guide.title} ${guide.version}`),
        ...(guide.themes.length > 1
          ? [
              h('label', [
                'Dressed in ',
                h(
                  'select',
                  { name: 'theme' },
                  guide.themes.map((theme) => h('option', { value: theme.name }, theme.title)),
                ),
              ]),
            ]
          : []),
        h('label', { class: 'finding' }, ['Find ', h('input', { type: 'search', autocomplete: 'off' })]),
        h('span', { id: 'found-told', role: 'status', class: 'soft' }),
      ]),
      h('nav', { 'aria-label': 'Found' }, h('ul', { id: 'found' })),
      h('main', content),
      h('footer', [`${guide.package} ${guide.version}`]),
      h('script', { src: 'search.js' }),
      h('script', { src: 'page.js' }),
    ],
  )

function indexOf(guide: Guide): VNodeChild[] {
  const groups = [...new Set(guide.pages.map(({ group }) => group))]
  return [
    h('h1', guide.title),
    ...(guide.description ? [h('p', guide.description)] : []),
    h('pre', { tabindex: 0, 'aria-label': 'How it is installed' }, guide.install),
    ...groups.flatMap((group) => [
      h('h2', group || 'Components'),
      h(
        'ul',
        { class: 'list' },
        guide.pages
          .filter((page) => page.group === group)
          .map((page) =>
            h('li', [
              h('a', { href: `${page.file}.html` }, page.title),
              ' ',
              h('span', { class: 'soft' }, firstSentence(page.words)),
            ]),
          ),
      ),
    ]),
  ]
}

/** The beginning of words, as plain text. */
const firstSentence = (text: string): string =>
  text
    .split(/(?<=[.!?])\s|\n/)[0]!
    .replace(/[*_`[\]]/g, '')
    .slice(0, 160)

function componentOf(page: GuidePage, guide: Guide): VNodeChild[] {
  const link = (tag: string) => {
    const other = guide.pages.find((known) => known.tag === tag)
    return h('li', other ? h('a', { href: `${other.file}.html` }, other.title) : tag)
  }
  const linked = (heading: string, tags: string[]) =>
    tags.length ? [h('h3', heading), h('ul', tags.map(link))] : []
  return [
    h('h1', page.title),
    h('p', { class: 'code soft' }, page.tag),
    ...(page.deprecated === undefined ? [] : [h('p', `Deprecated. ${page.deprecated}`)]),
    wordsWithExamples(page.words, page),
    h('div', { class: 'two' }, [
      ...(page.when ? [h('div', [h('h2', 'When to use it'), words(page.when)])] : []),
      ...(page.whenNot ? [h('div', [h('h2', 'When not'), words(page.whenNot)])] : []),
    ]),
    h('h2', 'Examples'),
    ...page.examples.map((example, at) => exampleFigure(example, at)),
    ...page.sections.flatMap(({ heading, rows }) => [
      h('h2', heading),
      h('table', [h('tbody', rows.map(memberRow))]),
    ]),
    ...(page.together.length
      ? [
          h('h2', 'Values together'),
          h(
            'ul',
            page.together.map((text) => h('li', text)),
          ),
        ]
      : []),
    ...accessibleTable(page.accessible),
    ...(page.uses.length || page.usedBy.length ? [h('h2', 'Related')] : []),
    ...linked('Made of', page.uses),
    ...linked('Used by', page.usedBy),
  ]
}

/** Words in which names of examples stand lead to those. */
const wordsWithExamples = (text: string, page: GuidePage) =>
  h(
    'div',
    wordsParts(text).map((part) => {
      if (part.is === 'markdown') return words(part.text)
      const at = page.examples.findIndex(({ name }) => name === part.name)
      return h('p', at < 0 ? part.name : h('a', { href: `#example-${at}` }, part.name))
    }),
  )

const exampleFigure = ({ file, name, notes, way, code }: GuideExample, at: number) =>
  h('figure', { id: `example-${at}` }, [
    file
      ? h('iframe', {
          src: `live/${file}.html`,
          title: name,
          loading: 'lazy',
          // from a folder a frame of no origin may load nothing; it still cannot lead the page away
          sandbox: 'allow-scripts allow-same-origin allow-forms',
          'data-example': '',
        })
      : h('p', { class: 'soft' }, 'It was never built.'),
    h('figcaption', [
      h('b', name),
      ...(notes ? [h('div', notes)] : []),
      ...(way ? [h('div', { class: 'soft' }, `What to do with it: ${way}`)] : []),
      h('details', [
        h('summary', 'Code'),
        ...code.flatMap(({ title, text }) => [
          h('h3', title),
          h('pre', { tabindex: 0, 'aria-label': `${name}, ${title}` }, text),
        ]),
      ]),
    ]),
  ])

const memberRow = ({ key, title, described, words: told, deprecated, since }: GuideRow) =>
  h('tr', { id: key }, [
    h('th', { scope: 'row', class: 'code' }, [
      deprecated === undefined ? title : h('del', title),
      ...(since ? [h('div', { class: 'soft' }, `since ${since}`)] : []),
    ]),
    h('td', { class: 'code' }, described),
    h('td', [
      ...(told ? [words(told)] : []),
      ...(deprecated === undefined ? [] : [h('p', `Deprecated. ${deprecated}`)]),
    ]),
  ])

function accessibleTable(rows: readonly SummaryRow[]): VNodeChild[] {
  if (rows.length === 0) return []
  const columns = ['What it is told as', 'With it', 'Changes with use', 'Keys']
  return [
    h('h2', 'With keyboard and assistive technology'),
    h('table', [
      h('thead', [
        h(
          'tr',
          columns.map((title) => h('th', { scope: 'col' }, title)),
        ),
      ]),
      h(
        'tbody',
        rows.map((row) =>
          h('tr', [
            h('th', { scope: 'row' }, row.what),
            h('td', row.steady.join(', ')),
            h('td', row.changing.join(', ')),
            h(
              'td',
              row.keys.map(({ keys, does }) => h('div', `${keys.join(', ')}: ${does.join('; ')}`)),
            ),
          ]),
        ),
      ),
    ]),
  ]
}

/** A document that shows one example, and nothing else. */
const liveDocument = (guide: Guide, { name, tag, usage, needs }: GuideExample): Promise<string> =>
  written(
    'en',
    [h('title', name), h('link', { rel: 'stylesheet', href: '../looks.css' })],
    [
      h('div', { id: 'place' }),
      h('script', { src: '../library.js' }),
      h('script', { innerHTML: `window.keptExample = ${asScript({ tag, usage, needs })}` }),
      h('script', { src: '../live.js' }),
    ],
  )
