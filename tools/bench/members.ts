import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import type { Contract, Member } from '~~/core/contract/contract'
import { readManifest } from '~~/core/read/manifest/read'
import { readLibrary } from '~~/core/read/read'
import { isManifest } from '~~/core/read/source/reading'
import { countAxes, noAxes, sharesOf } from './stated/axes'

/**
 * How well a published library that reading was not written with is read, member by member, from what it
 * ships:
 * compiled code and declarations, its manifest kept away. One library a run; prints one JSON object.
 */
const { folder, dependencies, at } = JSON.parse(process.argv[2]!) as {
  folder: string
  dependencies: string
  at: string
}
const kinds = ['prop', 'event', 'slot', 'part', 'method'] as const

const files = readdirSync(folder, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => join(entry.parentPath, entry.name))
  .filter((path) => /\.([cm]?[jt]sx?|css|json)$/.test(path) && !path.includes('node_modules'))
  .filter((path) => statSync(path).size < 2_000_000)
  .map((path) => ({ path: relative(folder, path), text: readFileSync(path, 'utf8') }))
  .filter(({ path }) => !isManifest(path))

function outside(path: string): string | undefined {
  for (const base of [dependencies, process.cwd()])
    try {
      return readFileSync(join(base, path), 'utf8')
    } catch {
      /* not there */
    }
  return undefined
}

const began = performance.now()
const read = readLibrary(files, outside).contracts
const milliseconds = performance.now() - began
const stated = readManifest(at, readFileSync(join(folder, at), 'utf8')).contracts

/** A prop is compared by what HTML sets it by, where there is such a thing. */
const nameOf = (member: Member): string =>
  member.kind === 'prop' ? (member.attribute ?? member.name) : member.name
const namesIn = (contract: Contract | undefined, kind: string) =>
  new Set((contract?.members ?? []).filter((member) => member.kind === kind).map(nameOf))

const counts = Object.fromEntries(
  kinds.map((kind) => {
    let [both, statedCount, readCount] = [0, 0, 0]
    for (const contract of stated) {
      const theirs = namesIn(contract, kind)
      const ours = namesIn(
        read.find(({ tag }) => tag === contract.tag),
        kind,
      )
      both += [...theirs].filter((name) => ours.has(name)).length
      statedCount += theirs.size
      readCount += ours.size
    }
    return [kind, { both, stated: statedCount, read: readCount }]
  }),
)
const axes = noAxes()
for (const contract of stated) {
  const found = read.find(({ tag }) => tag === contract.tag)
  const props = contract.members.filter((member) => member.kind === 'prop')
  if (found)
    countAxes(
      axes,
      found,
      props.map(({ name, attribute, type }) => ({ name: attribute ?? name, type })),
    )
}
if (process.argv.includes('--verbose'))
  for (const [title, list] of [
    ['values missed', axes.missed],
    ['values too many', axes.extra],
    ['values of any text', axes.narrower],
  ] as const)
    process.stderr.write(`${title} (${list.length})\n${list.map((text) => `  ${text}\n`).join('')}`)
const tags = new Set(read.map(({ tag }) => tag))
console.log(
  JSON.stringify({
    counts,
    axes: sharesOf(axes),
    components: stated.length,
    lost: stated.filter(({ tag }) => !tags.has(tag)).length,
    milliseconds,
  }),
)
