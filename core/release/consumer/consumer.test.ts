import {
  awaitedOf,
  fine,
  importsOf,
  judged,
  judgeLoaded,
  pageScript,
  projectOf,
  typedModule,
  type Manifest,
} from './consumer'

const manifest: Manifest = {
  name: '@marram/tern',
  version: '1.0.0',
  exports: {
    '.': { types: './dist/index.d.ts', default: './dist/index.js' },
    './action': {
      types: './dist/action.d.ts',
      svelte: './dist/source/action.js',
      default: './dist/action.js',
    },
    './tokens.css': './tokens/tokens.css',
    './tokens/*': './tokens/*',
    './package.json': './package.json',
  },
  peerDependencies: { react: '>=18', vue: '^3.4' },
}

test('what a consumer imports: scripts, types and sheets by their names, no patterns and no data', () => {
  expect(importsOf(manifest)).toEqual({
    scripts: ['@marram/tern', '@marram/tern/action'],
    typed: ['@marram/tern', '@marram/tern/action'],
    sheets: ['@marram/tern/tokens.css'],
  })
  expect(importsOf({ name: 'bare', version: '1.0.0' })).toEqual({ scripts: [], typed: [], sheets: [] })
})

test('the project asks for the package, and for declarations of what that runs on', () => {
  expect(projectOf(manifest)).toMatchObject({
    dependencies: { '@marram/tern': '1.0.0' },
    devDependencies: { '@types/react': '>=18' },
  })
})

test('its page and its types take all there is', () => {
  const script = pageScript(manifest)
  expect(script).toContain(`import * as module1 from "@marram/tern/action"`)
  expect(script).toContain(`import "@marram/tern/tokens.css"`)
  expect(script).toContain(`"@marram/tern/action": Object.keys(module1)`)
  expect(typedModule(manifest)).toContain('export const all = [module0, module1]')
})

test('elements are awaited by their tags, other components by the name they are exported as', () => {
  const awaited = awaitedOf(
    manifest,
    [
      { tag: 'tern-action', language: 'custom-element' },
      { tag: 'StopList', language: 'vue' },
    ],
    'tern-',
  )
  expect(awaited).toEqual({
    elements: ['tern-action'],
    exported: [{ specifier: '@marram/tern/StopList', name: 'StopList' }],
  })
  const seen = { missing: [], modules: { '@marram/tern/StopList': ['StopList', 'other'] }, errors: [] }
  expect(judgeLoaded(awaited, seen)).toEqual(fine)
  const bad = { missing: ['tern-action'], modules: {}, errors: ['It threw.'] }
  expect(judgeLoaded(awaited, bad)).toEqual({
    is: 'wrong',
    says: [
      'It threw.',
      '<tern-action> is not defined once the package is loaded.',
      '@marram/tern/StopList does not export StopList.',
    ],
  })
})

test('a page without a build that lacks something of the single script is told', () => {
  const awaited = {
    elements: ['tern-action'],
    exported: [{ specifier: '@marram/tern/StopList', name: 'StopList' }],
  }
  const loaded = { missing: [], modules: { '@marram/tern/StopList': ['StopList'] }, errors: [] }
  const single = { missing: [], exported: ['StopList'] }
  expect(judgeLoaded(awaited, { ...loaded, single })).toEqual(fine)
  expect(
    judgeLoaded(awaited, { ...loaded, single: { missing: ['tern-action'], exported: [] } }).says,
  ).toEqual([
    '<tern-action> is not defined once its single script is loaded.',
    'Its single script does not hand on StopList.',
  ])
})

test('of many things that are wrong the first are told, and the others counted', () => {
  expect(judged([])).toEqual(fine)
  expect(judged(['a', 'b', 'c', 'd', 'e']).says).toHaveLength(5)
  expect(judged(['a', 'b', 'c', 'd', 'e', 'f', 'g']).says.at(-1)).toBe('2 more are like that.')
})
