import { differenceBetween, side } from '../../tests/sides'
import { packageFacts } from './package-facts'

test('what a package.json says is weighed where it is of the shape it should be, and says nothing where it is not', () => {
  expect(packageFacts({ exports: './a.js', license: ['MIT'], dependencies: ['x'], engines: 'node' })).toEqual(
    {
      exports: { '.': './a.js' },
    },
  )
  expect(packageFacts({ exports: { import: './a.js' }, peerDependencies: { vue: '3', react: 19 } })).toEqual({
    exports: { '.': { import: './a.js' } },
  })
  expect(packageFacts({ exports: { './a': null }, dependencies: { lit: '3' } })).toEqual({
    exports: { './a': null },
    dependencies: { lit: '3' },
  })
  for (const strange of [null, undefined, 3, 'x', []]) expect(packageFacts(strange)).toEqual({})
})

test('where a package does not say what it hands on, all of it can be imported, and nothing is gone', () => {
  const said = side([], { package: packageFacts({ exports: { '.': './a.js', './b': './b.js' } }) })
  const silent = side([], { package: packageFacts({}) })
  expect(differenceBetween(said, silent)).toEqual([])
  expect(differenceBetween(silent, said)).toEqual([])
  const less = side([], { package: packageFacts({ exports: './a.js' }) })
  expect(differenceBetween(said, less).map(({ about }) => about)).toEqual(['./b'])
})
