import { dependenciesOf, newestOf } from './dependencies'

const of = (files: Record<string, string>) =>
  dependenciesOf(Object.entries(files).map(([path, text]) => ({ path, text })))

test(
  'what is imported is wanted at the range the package file gives, with its types; tests and ' +
    'tools are not',
  () => {
    const { packages, problems } = of({
      'package.json': JSON.stringify({
        name: '@ferry/cards',
        dependencies: { clsx: '^2.0.0', unused: '1.0.0' },
        peerDependencies: { react: '>=18' },
        devDependencies: { '@types/react': '^18.2.0', jest: '^29', vite: '5' },
      }),
      'src/card.tsx':
        "import { clsx } from 'clsx'\nimport own from '@ferry/cards/src/own'\nimport type { " +
        "ReactNode } from 'react'\nimport './card.css'\nexport const Card = () => <b/>",
      'src/own.ts': "export { x } from 'some-lib/deep/file.js'\nconst y = await import('later')",
      'src/card.test.tsx': "import 'jest'",
      'vite.config.ts': "import 'vite'",
    })
    expect(packages).toEqual({
      clsx: '^2.0.0',
      react: '>=18',
      '@types/react': '^18.2.0',
      'react-dom': '>=18',
      '@types/react-dom': '*',
      'some-lib': '*',
      later: '*',
    })
    expect(problems).toEqual([])
  },
)
test('Vue files run on Vue, though they do not import it; JSX on what the package file says', () => {
  expect(of({ 'a.vue': '<template><b/></template>' }).packages).toEqual({ vue: '*' })
  expect(
    of({ 'a.jsx': 'export const A = () => <b/>', 'package.json': '{"dependencies":{"preact":"^10"}}' })
      .packages,
  ).toEqual({ preact: '^10' })
})
test.each([
  'workspace:*',
  'file:../x',
  'link:../x',
  'git+https://example.com/x.git',
  'https://example.com/x.tgz',
  'someone/x',
  'github:someone/x',
])('what is not in a registry is told: %s', (range) => {
  const { packages, problems } = of({
    'package.json': JSON.stringify({ dependencies: { clsx: range } }),
    'a.ts': "import 'clsx'",
  })
  expect(packages).toEqual({})
  expect(problems).toEqual([
    expect.objectContaining({
      code: 'dependency-elsewhere',
      what: expect.stringContaining(range),
      todo: expect.stringContaining('a.ts'),
    }),
  ])
})
test('a package file that is no JSON is told', () =>
  expect(of({ 'package.json': '{', 'a.ts': '' }).problems[0]).toMatchObject({ code: 'package-not-json' }))
test('names that are no packages are not asked for: aliases, addresses, what Node has', () => {
  expect(
    of({
      'src/a.ts':
        "import '@/b'\nimport '~/c'\nimport '#d'\nimport 'node:fs'\nimport 'fs'\nimport " +
        "'https://example.com/e.js'\nimport './gone'",
      'src/b.ts': '',
    }).packages,
  ).toEqual({})
})

test('types of React come in the newest major that its range allows, for built files with declarations too', () => {
  const { packages } = of({
    'package.json': JSON.stringify({
      name: 'q',
      peerDependencies: { react: '^16.8 || ^17 || ^18.2.0', csstype: '^3.0.0' },
    }),
    'dist/a.js': "import React from 'react'",
    'dist/a.d.ts': "import type { Property } from 'csstype'\nimport type { X } from 'not-named'",
  })
  expect(packages).toEqual({
    react: '^16.8 || ^17 || ^18.2.0',
    '@types/react': '^18',
    'react-dom': '^16.8 || ^17 || ^18.2.0',
    '@types/react-dom': '^18',
    csstype: '^3.0.0',
  })
})
test.each([
  ['>=18', '*'],
  ['^18.0.0', '^18'],
  ['18.2.0', '^18'],
  ['>=16 <19', '^18'],
  ['>=16 <=19.1', '^19'],
  ['*', '*'],
  ['latest', '*'],
])('the newest major of %s is %s', (range, newest) => {
  expect(newestOf(range)).toBe(newest)
})
