import { round } from './figures.mjs'
import { fetchLibraries, readOne, shipped } from './material.mjs'

let readAlready
let shippedAlready

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

/** What libraries that reading was not written with name in their manifests, against what we read. */
function readShipped() {
  const more = process.argv.includes('--verbose') ? ['--verbose'] : []
  shippedAlready ??= fetchLibraries(shipped).map((library) => ({
    library,
    found: readOne(library, more, 'members'),
  }))
  return shippedAlready
}

/** The values of axes that all these libraries state in their types or manifests. */
function readAxes() {
  const all = [...readMaterial(), ...readShipped()].map(({ library, found }) => ({ library, ...found.axes }))
  return {
    name: 'read-axes',
    value: round(
      Math.min(...all.flatMap(({ recall, precision, stated }) => (stated ? [recall, precision] : []))),
    ),
    unit: 'share',
    aim: 0.97,
    higher: true,
    against: 'values that published libraries state for their props in types or manifests, where they do',
    detail: all
      .map(
        ({ library, recall, precision, stated, narrower }) =>
          `${library.name} ${round(recall)} recall, ${round(precision)} precision of ${stated}` +
          `${narrower ? `, ${narrower} where any text is stated` : ''}`,
      )
      .join('; '),
  }
}

/**
 * Members that libraries which reading was not written with name in their manifests: how many of them are
 * read.
 */
function readMembers() {
  const all = readShipped()
  const recallOf = ({ counts }) => {
    const sum = (key) => Object.values(counts).reduce((total, count) => total + count[key], 0)
    return sum('both') / sum('stated')
  }
  const told = ({ library, found }) =>
    `${library.name} ${round(recallOf(found))} (` +
    Object.entries(found.counts)
      .filter(([, { stated }]) => stated > 0)
      .map(([kind, { both, stated, read }]) => `${kind} ${both} of ${stated}, ${read} read`)
      .join('; ') +
    `), ${found.lost} of ${found.components} components lost, ${Math.round(found.milliseconds)} ms`
  return {
    name: 'read-members',
    value: round(Math.min(...all.map(({ found }) => recallOf(found)))),
    unit: 'share',
    aim: 0.93,
    higher: true,
    against: 'what five libraries that reading was not written with name in their manifests',
    detail: all.map(told).join(' | '),
  }
}

export const benchmarks = {
  'read-names': { run: readNames },
  'read-types': { run: readTypes },
  'read-members': { run: readMembers },
  'read-axes': { run: readAxes },
}
