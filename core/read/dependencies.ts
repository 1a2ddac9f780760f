import ts from 'typescript'
import semver from 'semver'
import type { Problem } from '../problem'
import { isPackageName } from '../package-name'
import { isComponentFile, languageOfFile } from '../languages/languages'
import { isFromRegistry } from './lock'
import { isDeclaration } from './source/paths'
import { isBeside } from './source/reading'
import { SourceSet } from './source/source-set'
import type { SourceText } from './source/source-text'

/** Packages to install for a library, by name with the range it asks for, and what cannot be had. */
export interface Wanted {
  packages: Record<string, string>
  problems: Problem[]
}

const built = new Set([
  'assert',
  'buffer',
  'child_process',
  'crypto',
  'events',
  'fs',
  'http',
  'https',
  'net',
  'os',
  'path',
  'process',
  'stream',
  'url',
  'util',
  'worker_threads',
  'zlib',
])

/**
 * What a library's source asks for from outside: the packages it imports, at the ranges its
 * `package.json` gives, with what their types need, and what its components run on. Tests and the
 * tools that build it are left out. A package that does not come from a registry is told and left out.
 */
export function dependenciesOf(files: SourceText[]): Wanted {
  const sources = new SourceSet(
    files
      .filter((file) => file.path === 'package.json' || file.path === 'tsconfig.json' || !isBeside(file.path))
      .map((file) => ({ ...file, text: file.path.endsWith('.json') ? file.text : '' })),
    undefined,
    { parse: false },
  )
  const problems: Problem[] = []
  const manifest = packageJson(files, problems)
  const imported = new Map<string, { file: string; line: number }>()
  for (const { path, text } of files) {
    if (isBeside(path) || !isComponentFile(path)) continue
    const runtime = languageOfFile(path)?.runsOn
    if (runtime && !imported.has(runtime)) imported.set(runtime, { file: path, line: 1 })
    const { importedFiles } = ts.preProcessFile(text, true, true)
    for (const { fileName, pos } of importedFiles) {
      const name = nameIn(fileName)
      if (!name || built.has(name) || imported.has(name) || sources.resolve(path, fileName) !== undefined)
        continue
      // what declarations alone speak of is needed where the library says so
      if (isDeclaration(path) && !(name in manifest.dependencies || name in manifest.peerDependencies))
        continue
      imported.set(name, { file: path, line: text.slice(0, pos).split('\n').length })
    }
    if (!isDeclaration(path) && /\.[jt]sx$/.test(path) && !imported.has(jsxRuntime(manifest)))
      imported.set(jsxRuntime(manifest), { file: path, line: 1 })
  }
  if (imported.has('react')) imported.set('react-dom', imported.get('react')!)

  const said: Record<string, string> = {
    ...manifest.devDependencies,
    ...manifest.peerDependencies,
    ...manifest.dependencies,
  }
  // one without the other does nothing, and of another version even less
  if (said.react !== undefined) said['react-dom'] ??= said.react
  const isTyped = files.some(({ path }) => !isBeside(path) && /\.[cm]?tsx?$/.test(path))
  const packages: Record<string, string> = {}
  const self = manifest.name
  for (const [name, place] of imported) {
    if (name === self) continue
    const range = said[name] ?? '*'
    if (!isFromRegistry(range)) {
      problems.push({
        code: 'dependency-elsewhere',
        what: `${name} is asked for as “${range}”, which is not a version in a registry.`,
        where: { file: 'package.json' },
        todo:
          `Components that need it are not rendered; the first is ${place.file}. Name a ` +
          'version, and bring the source in again.',
      })
      continue
    }
    packages[name] = range
    const types = `@types/${name.replace(/^@/, '').replace('/', '__')}`
    if (said[types] && isFromRegistry(said[types])) packages[types] = said[types]
    else if (['react', 'react-dom'].includes(name) && isTyped) packages[types] = newestOf(range)
  }
  return { packages, problems }
}

const nameIn = (specifier: string): string | undefined => {
  if (/^[./#]|^node:|^https?:|^[@~]\//.test(specifier)) return undefined
  const name = specifier
    .split('/')
    .slice(0, specifier.startsWith('@') ? 2 : 1)
    .join('/')
  return isPackageName(name) ? name : undefined
}

/**
 * The range of the newest major version that a range allows, which is the one that is installed; types of
 * React are
 * numbered as React is. Any version where the range has no end.
 */
export function newestOf(range: string): string {
  if (!semver.validRange(range)) return '*'
  const ends = new semver.Range(range).set.map((comparators) => {
    const end = comparators.find(({ operator }) => operator === '<' || operator === '<=' || operator === '')
    if (!end || end.value === '') return Infinity
    const { major, minor, patch } = end.semver
    return end.operator === '<' && minor === 0 && patch === 0 ? major - 1 : major
  })
  const newest = Math.max(...ends)
  return Number.isFinite(newest) && newest > 0 ? `^${newest}` : '*'
}

interface PackageJson {
  name?: string
  dependencies: Record<string, string>
  devDependencies: Record<string, string>
  peerDependencies: Record<string, string>
}

function packageJson(files: SourceText[], problems: Problem[]): PackageJson {
  const empty: PackageJson = { dependencies: {}, devDependencies: {}, peerDependencies: {} }
  const file = files.find((file) => file.path === 'package.json')
  if (!file) return empty
  try {
    const read = JSON.parse(file.text) as Record<string, unknown>
    const ranges = (key: string): Record<string, string> =>
      Object.fromEntries(
        Object.entries(typeof read[key] === 'object' && read[key] ? read[key] : {}).filter(
          (entry): entry is [string, string] => typeof entry[1] === 'string',
        ),
      )
    return {
      ...(typeof read.name === 'string' ? { name: read.name } : {}),
      dependencies: ranges('dependencies'),
      devDependencies: ranges('devDependencies'),
      peerDependencies: ranges('peerDependencies'),
    }
  } catch {
    problems.push({
      code: 'package-not-json',
      what: 'package.json is not JSON.',
      where: { file: 'package.json' },
      todo: 'Mend it; until then nothing says which packages the library needs.',
    })
    return empty
  }
}

/** What JSX of this library is made for, as far as its package file says. */
const jsxRuntime = ({ dependencies, peerDependencies, devDependencies }: PackageJson): string => {
  const all = { ...devDependencies, ...peerDependencies, ...dependencies }
  return !('react' in all) && 'preact' in all ? 'preact' : 'react'
}
