import { round } from './figures.mjs'
import { fetchLibraries, readOne } from './material.mjs'

let readAlready

/** What published libraries state of themselves against what we read; `--verbose` lists what differs. */
function readMaterial() {
  readAlready ??= fetchLibraries().map((fetchLibrary) => ({
    library: fetchLibrary,
    found: readOne(fetchLibrary, process.argv.includes('--verbose') ? ['--verbose'] : []),
  }))
  return readAlready
}

function accuracy(name, of, aim, stated) {
  const all = readMaterial()
  const item = all.map(
    ({ library, found }) =>
      `${library.name} ${round(found[of].recall)} recall, ${round(found[of].precision)} ` +
      `precision of ${found[of].stated} in ${found.components} ` +
      `components${found.notRead ? `, ${found.notRead} not read` : ''}`,
  )
  return {
    name,
    value: round(Math.min(...all.flatMap(({ found }) => [found[of].recall, found[of].precision]))),
    unit: 'share',
    aim,
    higher: true,
    against: stated,
    detail: item.join('; '),
  }
}

const readNames = () =>
  accuracy(
    'read-names',
    'names',
    0.97,
    'the names four published libraries state in their manifest or declarations',
  )

const readTypes = () => accuracy('read-types', 'types', 0.9, 'the types and defaults they state there')

export const benchmarks = { 'read-names': { run: readNames }, 'read-types': { run: readTypes } }
