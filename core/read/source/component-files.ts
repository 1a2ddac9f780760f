import type { Contract } from '../../contract/contract'
import type { Problem } from '../../problem'
import { publicFiles } from './public-files'
import { freeName, nameOfFile, notRead, sameName, type Reading } from './reading'
import type { SourceSet } from './source-set'

/** What reading one file comes to. In `uses`, a component of the template stands by its file. */
export interface FileReading {
  problems: Problem[]
  contract?: Contract
}

/**
 * Reads a language in which a component is a file. Each gets a name that no other has; one that cannot be
 * read is a problem by name and costs only itself.
 */
export function readComponentFiles(
  sources: SourceSet,
  endings: readonly string[],
  read: (path: string, text: string) => FileReading,
): Reading {
  const problems: Problem[] = []
  const contracts: Contract[] = []
  const tags = new Map<string, string>()
  const isComponent = ([path]: [string, string]) => endings.some((ending) => path.endsWith(`.${ending}`))
  const files = [...sources.texts].filter(isComponent)
  const called = files.length ? publicFiles(sources) : new Map<string, string>()
  // what is handed on by a name has it before what is inside and happens to be called the same
  const handedOn = ([path]: [string, string]) => Number(called.has(path))
  for (const [path, text] of files.toSorted((a, b) => handedOn(b) - handedOn(a))) {
    try {
      const reading = read(path, text)
      problems.push(...reading.problems)
      if (!reading.contract) continue
      const tag = freeTag(called.get(path) ?? reading.contract.tag, path, tags)
      if (tag === undefined) {
        const { tag: taken } = reading.contract
        problems.push(sameName(taken, { file: path, line: 1 }, tags.get(taken)!))
        continue
      }
      tags.set(tag, path)
      contracts.push({ ...reading.contract, tag })
    } catch (error) {
      problems.push(notRead('This component', { file: path, line: 1 }, error))
    }
  }
  return { contracts: contracts.map((contract) => withUses(contract, contracts)), problems }
}

/**
 * The name a component has, or that of its file, also with those of folders around it: the first that is
 * free.
 */
const freeTag = (tag: string, path: string, taken: ReadonlyMap<string, string>): string | undefined =>
  taken.has(tag) ? freeName(nameOfFile(path), path, taken) : tag

/** What a template uses is known by file until every component has its name. */
function withUses(contract: Contract, contracts: readonly Contract[]): Contract {
  const named = new Map(contracts.map((other) => [other.files[0]!, other.tag]))
  const uses = new Map<string, Contract['uses'][number]>()
  for (const { tag: file, place } of contract.uses) {
    const tag = named.get(file)
    if (tag !== undefined && tag !== contract.tag) uses.set(tag, { tag, place })
  }
  return { ...contract, uses: [...uses.values()] }
}
