import { readLibrary } from '~~/core/read/read'
import { filesIn, ternSource } from '~~/tests/tern'
import { differenceBetween, side } from '~~/tests/sides'
import { unpack } from '~~/tests/unpacked'
import { outsideOf } from './outside'
import { buildPackage } from './package'

const outside = outsideOf(process.cwd())
const fixture = (name: string) =>
  filesIn(`tests/fixtures/${name}`).map(({ path, text }) => ({
    path: path.startsWith('src/') ? path : `src/${path}`,
    text,
  }))
const peerDependencies = { vue: '3', react: '19', 'react-dom': '19', '@types/react': '19', svelte: '5' }

/** The files of a package that are text, by their paths in it. */
async function filesOf(tarball: Uint8Array) {
  const content = await unpack(tarball)
  return [...content].map(([path, text]) => ({ path: path.replace(/^package\//, ''), text }))
}

// compiled, bundled and without types, a package still says what it was made from: elements, Vue, React,
// Svelte
test.each([
  ['tern', ternSource, 16],
  ['curlew', fixture('curlew'), 16],
  ['dunlin, elements', fixture('dunlin/elements'), 5],
  ['dunlin, React', fixture('dunlin/react'), 5],
  ['dunlin, Vue', fixture('dunlin/vue'), 5],
  ['gannet', fixture('gannet'), 1],
  ['plover', fixture('plover'), 7],
  ['skua', fixture('skua'), 2],
  ['turnstone', fixture('turnstone'), 4],
  ['whimbrel', fixture('whimbrel'), 12],
])(
  'a package of %s is read as what it was made from',
  async (_name, files, components) => {
    const { contracts } = readLibrary(files, outside)
    expect(contracts).toHaveLength(components)
    const packed = await buildPackage(files, {
      library: { name: '@marram/quay', license: 'MIT', peerDependencies },
      prefix: 'x-',
      version: '1.0.0',
      contracts,
      words: () => undefined,
      themes: [],
      licence: 'MIT',
      registry: 'http://registry.test/',
      combinations: {},
      accessible: {},
      changelog: [],
    })
    // in whatever order a client packs it
    const read = readLibrary((await filesOf(packed.tarball)).toReversed(), outside)
    const changes = differenceBetween(side(contracts), side(read.contracts))
    expect(changes.map(({ rule, says, before, now }) => `${rule}: ${says} ${before} → ${now}`)).toEqual([])
    // the single files beside are told as what they are
    const told = read.problems.filter(({ where }) => where?.file.startsWith('single/'))
    expect(new Set(told.map(({ code }) => code))).toEqual(new Set(['left-aside-build']))
  },
  60_000,
)
