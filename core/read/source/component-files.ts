import type { Contract } from '../../contract/contract'
import type { Problem } from '../../problem'
import { nameOfFile, notRead, sameName, type Reading } from './reading'
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
  for (const [path, text] of sources.texts) {
    if (!endings.some((ending) => path.endsWith(`.${ending}`))) continue
    try {
      const reading = read(path, text)
      problems.push(...reading.problems)
      if (!reading.contract) continue
      const tag = freeTag(reading.contract.tag, path, tags)
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
 * The name a component has, or that of its file, or that with its folder's before it: the first that is free.
 */
function freeTag(tag: string, path: string, taken: ReadonlyMap<string, string>): string | undefined {
  const folder = path.split('/').slice(0, -1).join('/')
  const candidates = [tag, nameOfFile(path), `${nameOfFile(folder)}${nameOfFile(path)}`]
  return candidates.find((candidate) => !taken.has(candidate))
}

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
