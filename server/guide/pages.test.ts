import { defaultTreeAdapter, parse, type DefaultTreeAdapterTypes as Tree } from 'parse5'
import type { Guide } from '~~/core/guide/guide'
import { guidePages } from './pages'

const hostile =
  '<script>alert(1)</script> <img src=x onerror=alert(1)> [go](javascript:alert(1)) ' +
  '![eye](https://eye.example/a.png) `</code><script>`\n\n```example\n</p><script>alert(1)</script>\n```'
const guide: Guide = {
  title: hostile,
  package: '@marram/</title><script>',
  version: '1.0.0"><script>',
  description: hostile,
  install: hostile,
  themes: [
    { name: '"><script>', title: hostile },
    { name: 'night', title: 'Night' },
  ],
  search: [
    {
      id: 'x-bell',
      tag: 'x-bell',
      member: undefined,
      title: hostile,
      under: 'x-bell',
      words: hostile,
      kind: 'component',
      boost: 1,
    },
  ],
  pages: [
    {
      tag: 'x-bell',
      file: 'bell',
      title: hostile,
      group: hostile,
      words: hostile,
      when: hostile,
      whenNot: hostile,
      deprecated: hostile,
      examples: [
        {
          file: 'bell-0',
          name: hostile,
          notes: hostile,
          way: hostile,
          tag: 'x-bell',
          usage: { props: { word: '</script><script>alert(1)</script><!--' }, slots: {} },
          needs: ['x-bell'],
          code: [{ title: hostile, text: hostile }],
        },
      ],
      sections: [
        {
          heading: hostile,
          rows: [
            {
              key: '"><script>',
              title: hostile,
              described: hostile,
              words: hostile,
              deprecated: hostile,
              since: hostile,
            },
          ],
        },
      ],
      together: [hostile],
      accessible: [],
      uses: ['"><script>'],
      usedBy: [],
    },
  ],
}

function* elementsOf(node: Tree.Node): Generator<Tree.Element> {
  if (defaultTreeAdapter.isElementNode(node)) yield node
  for (const child of 'childNodes' in node ? node.childNodes : []) yield* elementsOf(child)
}

test('whatever people and source say, pages run our own scripts and fetch nothing', async () => {
  const pages = (await guidePages(guide)).filter(({ path }) => path.endsWith('.html'))
  expect(pages.map(({ path }) => path)).toEqual(['index.html', 'bell.html', 'live/bell-0.html'])
  for (const { path, content } of pages) {
    const all = [...elementsOf(parse(content))]
    const attributes = all.flatMap(({ nodeName, attrs }) =>
      attrs.map(({ name, value }) => ({ nodeName, name, value })),
    )
    const scripts = all.filter(({ nodeName }) => nodeName === 'script')
    expect(scripts.map(({ attrs }) => attrs.find(({ name }) => name === 'src')?.value ?? '')).toEqual(
      path.startsWith('live/') ? ['../library.js', '', '../live.js'] : ['search.js', 'page.js'],
    )
    expect(all.map(({ nodeName }) => nodeName)).not.toContain('img')
    expect(attributes.filter(({ name }) => name.startsWith('on'))).toEqual([])
    const addresses = attributes.filter(({ name }) => name === 'href' || name === 'src')
    expect(
      addresses.filter(
        ({ nodeName, value }) => /^javascript:/i.test(value) || (nodeName !== 'a' && /:/.test(value)),
      ),
    ).toEqual([])
  }
})
