// Published component libraries, fetched into a scratch folder as material to read. Nothing of theirs enters
// the repository.
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { dataFolder, root, say } from '../machine.mjs'

/**
 * What each states of itself: `attributes` or `fields` in a manifest, or the declarations it ships, at `at`.
 */
export const libraries = [
  {
    name: '@brightspace-ui/core',
    version: '3.295.0',
    written: 'custom elements, JavaScript, static maps and mixins',
    source: '.',
    states: 'attributes',
    at: 'custom-elements.json',
    needs: [],
  },
  {
    name: 'media-chrome',
    version: '4.19.4',
    written: 'custom elements, TypeScript, plain classes',
    source: 'src',
    states: 'fields',
    at: 'dist/custom-elements.json',
    needs: [],
  },
  {
    name: '@oruga-ui/oruga-next',
    version: '0.13.5',
    written: 'Vue single-file components',
    source: 'src',
    states: 'vue-declarations',
    at: 'dist/types',
    needs: ['vue@3.5.45'],
  },
  {
    name: '@radix-ui/themes',
    version: '3.3.0',
    written: 'function components, TSX',
    source: 'src',
    states: 'function-declarations',
    at: 'dist/esm',
    needs: [
      'react@18.3.1',
      'react-dom@18.3.1',
      '@types/react@18.3.27',
      '@types/react-dom@18.3.7',
      'radix-ui@1.4.3',
      'classnames@2.5.1',
    ],
  },
]

/**
 * Libraries that reading was not written with, read from what they ship and compared with their manifests,
 * whose
 * names for members are not all that the code has.
 */
export const shipped = [
  { name: '@shoelace-style/shoelace', version: '2.20.1', at: 'dist/custom-elements.json' },
  { name: '@awesome.me/webawesome', version: '3.14.0', at: 'dist/custom-elements.json' },
  // what it builds on is not in the registry at the version that it asks for
  {
    name: '@patternfly/elements',
    version: '5.0.0',
    at: 'custom-elements.json',
    needs: ['lit@3.3.2'],
  },
  { name: '@ui5/webcomponents', version: '2.26.0', at: 'dist/custom-elements.json' },
  { name: '@vaadin/combo-box', version: '25.3.0', at: 'custom-elements.json' },
].map((library) => ({ needs: [`${library.name}@${library.version}`], ...library }))

const npm = (args, cwd) =>
  execFileSync('npm', args, { cwd, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] })

/** Fetches what is not there yet; returns each library with its folders. */
export function fetchLibraries(list = libraries) {
  const scratch = join(dataFolder, 'material')
  mkdirSync(scratch, { recursive: true })
  return list.map((library) => {
    const name = `${library.name.replace('@', '').replace('/', '-')}-${library.version}`
    const folder = join(scratch, name, 'package')
    const dependencies = join(scratch, name, 'dependencies')
    if (!existsSync(folder)) {
      say(`Fetching ${library.name} ${library.version} to read …`)
      const half = join(scratch, `${name}.part`)
      rmSync(half, { recursive: true, force: true })
      mkdirSync(half, { recursive: true })
      npm(['pack', `${library.name}@${library.version}`, '--silent'], half)
      execFileSync('tar', ['xzf', readdirSync(half).find((file) => file.endsWith('.tgz'))], { cwd: half })
      mkdirSync(join(scratch, name), { recursive: true })
      execFileSync('mv', [join(half, 'package'), folder])
      rmSync(half, { recursive: true, force: true })
    }
    if (!existsSync(join(dependencies, 'package-lock.json'))) {
      mkdirSync(dependencies, { recursive: true })
      writeFileSync(join(dependencies, 'package.json'), '{ "private": true }')
      if (library.needs.length)
        npm(
          ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--silent', ...library.needs],
          dependencies,
        )
      else writeFileSync(join(dependencies, 'package-lock.json'), '{}')
    }
    return { ...library, folder, dependencies }
  })
}

/** Reads one in a process of its own, by a reader that is built, and returns what it counted. */
export const readOne = (library, more = [], reader = 'reading') =>
  JSON.parse(
    execFileSync(process.execPath, [join(root, `.build/${reader}.mjs`), JSON.stringify(library), ...more], {
      cwd: root,
      encoding: 'utf8',
      maxBuffer: 64e6,
      stdio: ['ignore', 'pipe', more.length ? 'inherit' : 'ignore'],
    }),
  )
