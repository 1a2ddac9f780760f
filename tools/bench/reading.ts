import { join } from 'node:path'
import { printType } from '~~/core/contract/type'
import { readLibrary } from '~~/core/read/read'
import { isBeside } from '~~/core/read/source/reading'
import { countAxes, noAxes, sharesOf } from './stated/axes'
import { declaredStatements } from './stated/declarations'
import { manifestStatements } from './stated/manifest'
import { filesIn, outsideOf, type Material } from './stated/material'
import { ours } from './stated/ours'
import { normalDefault, sameType } from './stated/same-type'

/**
 * How well published libraries are read: what a library states of itself (its manifest, or its
 * declarations) against what we read from its source. One library a run: folder, folder of its
 * dependencies, and where its own statement is. Prints one JSON object.
 */
const material = JSON.parse(process.argv[2]!) as Material
const verbose = process.argv.includes('--verbose')

const files = filesIn(join(material.folder, material.source))
const began = performance.now()
const reading = readLibrary(files, outsideOf(material))
const ms = performance.now() - began
const statements = material.states.endsWith('declarations')
  ? declaredStatements(material, reading.contracts)
  : manifestStatements(material)
const byTag = new Map(reading.contracts.map((contract) => [contract.tag, contract]))
const count = {
  stated: 0,
  read: 0,
  both: 0,
  typesStated: 0,
  typesRead: 0,
  typesSame: 0,
  components: 0,
  aside: 0,
  notRead: [] as string[],
}
const axes = noAxes()
const missed: string[] = []
const extra: string[] = []
const differing: string[] = []
for (const { of, names, also, at } of statements) {
  const contract = byTag.get(of)
  if (!contract) {
    // what stands among tests and demonstrations is left aside on purpose; any other is missed with all its
    // names
    if (at !== undefined && isBeside(at)) count.aside++
    else {
      count.notRead.push(of)
      count.stated += names.length
      missed.push(...names.map((name) => `${of} ${name.name}`))
    }
    continue
  }
  count.components++
  countAxes(axes, contract, names)
  const read = new Map(ours(material, contract).map((own) => [own.name, own]))
  const said = new Map(names.map((name) => [name.name, name]))
  count.stated += said.size
  for (const stated of said.values()) {
    const mine = read.get(stated.name)
    if (!mine) {
      missed.push(`${of} ${stated.name}`)
      continue
    }
    count.both++
    const compare = <T>(
      what: string,
      a: T | undefined,
      b: T | undefined,
      same: (a: T, b: T) => boolean,
      shown: (item: T) => string,
    ) => {
      if (a === undefined) return
      count.typesStated++
      if (b !== undefined) count.typesRead++
      if (b !== undefined && same(a, b)) count.typesSame++
      else
        differing.push(`${of} ${stated.name} ${what}: ${shown(a)} ≠ ${b === undefined ? 'none' : shown(b)}`)
    }
    if (mine.type !== undefined) compare('type', stated.type, mine.type, sameType, printType)
    compare(
      'default',
      stated.default === 'undefined' ? undefined : stated.default,
      mine.default,
      (a, b) => normalDefault(a) === normalDefault(b),
      String,
    )
  }
  count.read += read.size - [...read.keys()].filter((key) => !said.has(key) && also?.includes(key)).length
  for (const stated of read.values())
    if (!said.has(stated.name) && !also?.includes(stated.name)) extra.push(`${of} ${stated.name}`)
}
const share = (a: number, b: number) => (b === 0 ? 1 : a / b)
if (verbose)
  for (const [title, list] of [
    ['missed', missed],
    ['extra', extra],
    ['differing', differing],
    ['not read', count.notRead],
    ['values missed', axes.missed],
    ['values too many', axes.extra],
    ['values of any text', axes.narrower],
  ] as const)
    process.stderr.write(`${title} (${list.length})\n${list.map((text) => `  ${text}\n`).join('')}`)
process.stdout.write(
  JSON.stringify({
    name: material.name,
    components: count.components,
    notRead: count.notRead.length,
    aside: count.aside,
    ms,
    names: {
      recall: share(count.both, count.stated),
      precision: share(count.both, count.read),
      stated: count.stated,
      read: count.read,
    },
    axes: sharesOf(axes),
    types: {
      recall: share(count.typesSame, count.typesStated),
      precision: share(count.typesSame, count.typesRead),
      stated: count.typesStated,
    },
  }),
)
