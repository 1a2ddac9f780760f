import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import type { Problem } from '../../problem'
import type { CheckedTypes } from '../../read/source/checked-types'
import { doesNotParse, nameOfFile, notRead, sameName, type Reading } from '../../read/source/reading'
import type { SourceSet } from '../../read/source/source-set'
import { SvelteComponent } from './component'
import { svelte } from './language'
import { svelteParts } from './script'

/** Reads the contracts of Svelte components. One that does not parse is a problem by name and costs only itself. */
export function readSvelte(sources: SourceSet, types: CheckedTypes): Reading {
  const problems: Problem[] = []
  const contracts: Contract[] = []
  const tags = new Map<string, string>()
  for (const [path, text] of sources.texts) {
    if (!svelte.endings.some((ending) => path.endsWith(`.${ending}`))) continue
    try {
      const read = sources.once(`svelte ${path}`, [path, `${path}.d.ts`], () =>
        readFile(sources, types, path, text),
      )
      problems.push(...read.problems)
      if (!read.contract) continue
      const tag = freeTag(read.contract.tag, path, tags)
      if (tag === undefined) {
        problems.push(sameName(read.contract.tag, { file: path, line: 1 }, tags.get(read.contract.tag)!))
        continue
      }
      tags.set(tag, path)
      contracts.push({ ...read.contract, tag })
    } catch (error) {
      problems.push(notRead('This component', { file: path, line: 1 }, error))
    }
  }
  return { contracts: contracts.map((contract) => withUses(contract, contracts)), problems }
}

/** A name that no other component has: that of its folder comes before it where the plain one is taken. */
function freeTag(tag: string, path: string, taken: ReadonlyMap<string, string>): string | undefined {
  const folder = path.split('/').slice(0, -1).join('/')
  return [tag, `${nameOfFile(folder)}${tag}`].find((name) => !taken.has(name))
}

/** What a template uses is known by file until every component has its name. */
function withUses(contract: Contract, contracts: readonly Contract[]): Contract {
  const named = new Map(contracts.map((other) => [other.files[0]!, other.tag]))
  const uses = new Map<string, Contract['uses'][number]>()
  for (const { tag: file, place } of contract.uses) {
    const tag = named.get(file)
    if (tag !== undefined && tag !== contract.tag && !uses.has(tag)) uses.set(tag, { tag, place })
  }
  return { ...contract, uses: [...uses.values()] }
}

function readFile(
  sources: SourceSet,
  types: CheckedTypes,
  path: string,
  text: string,
): { problems: Problem[]; contract?: Contract } {
  const { root, error } = svelteParts(path, text)
  if (error) return { problems: [doesNotParse(path, error.line, error.text)] }
  const script = sources.scripts.get(path)
  const empty = ts.createSourceFile(path, '', ts.ScriptTarget.Latest, true)
  return {
    problems: [],
    contract: new SvelteComponent(sources, types, path, text, root, script ?? empty).contract(),
  }
}
