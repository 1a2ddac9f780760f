import ts from 'typescript'
import type { Contract } from '../contract/contract'
import type { LibraryReader } from '../read/read'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import type { Problem } from '../problem'
import { sourceLanguage } from '../languages/sources'
import { classNameAfter } from './class-name'
import { namesOf, type Names, type Wish } from './wish'

/** What beginning a component adds to a library: its files, and those of the library's that name it. */
export interface Begun {
  tag: string
  files: SourceText[]
  contract: Contract
  model: string | undefined
}

/**
 * Begins a component in the library's own style: after one of its components where that can be
 * followed, and plainly where it cannot. Whatever comes out has been read back before it is offered.
 */
export function begin(
  reader: LibraryReader,
  files: SourceText[],
  prefix: string,
  wish: Wish,
): { ok: true; begun: Begun } | { ok: false; problems: Problem[] } {
  const { contracts } = reader.read(files)
  const { sources } = reader
  const named = namesOf(wish, prefix, contracts)
  if (!named.ok) return { ok: false, problems: [named.problem] }
  const { names } = named
  const language = sourceLanguage(wish.language)
  const alike = contracts.filter(
    (contract) => contract.language === wish.language && sources.scripts.has(contract.files[0]!),
  )
  for (const { made, model } of language.skeletons({ sources, alike, prefix, names, wish })) {
    const taken = made.find((file) => files.some((other) => other.path === file.path))
    if (taken)
      return {
        ok: false,
        problems: [
          {
            code: 'file-taken',
            what: `There is a file ${taken.path} already.`,
            where: { file: taken.path },
            todo: 'Choose another name.',
          },
        ],
      }
    const all = [...made, ...barrels(sources, contracts, model, made[0]!, prefix, names)]
    const together = [...files.filter((file) => !all.some((other) => other.path === file.path)), ...all]
    const reading = reader.read(together)
    const contract = reading.contracts.find((contract) => contract.tag === names.tag)
    const fresh = reading.problems.some(
      (problem) =>
        all.some((file) => file.path === problem.where?.file) &&
        !['left-aside-beside', 'left-aside-built'].includes(problem.code),
    )
    if (
      contract &&
      !fresh &&
      (!language.beginsWithSlot || contract.members.some((member) => member.kind === 'slot'))
    )
      return { ok: true, begun: { tag: names.tag, files: all, contract, model: model?.tag } }
  }
  return {
    ok: false,
    problems: [
      {
        code: 'not-begun',
        what: `No skeleton for ${names.tag} could be made that reads as a component.`,
        todo: 'Bring in a file of your own.',
      },
    ],
  }
}

/** Files that hand on every component hand on the new one as they do its model. */
function barrels(
  sources: SourceSet,
  contracts: Contract[],
  model: Contract | undefined,
  made: SourceText,
  prefix: string,
  names: Names,
): SourceText[] {
  if (!model) return []
  const [from] = model.files
  const homes = new Set(contracts.map((contract) => contract.files[0]!))
  return [...sources.scripts].flatMap(([path, script]) => {
    const naming = script.statements.filter(
      (statement): statement is ts.ExportDeclaration | ts.ImportDeclaration =>
        (ts.isExportDeclaration(statement) ||
          (ts.isImportDeclaration(statement) && !statement.importClause)) &&
        !!statement.moduleSpecifier &&
        ts.isStringLiteral(statement.moduleSpecifier) &&
        sources.resolve(path, statement.moduleSpecifier.text) !== undefined,
    )
    const own = naming.filter(
      (entry) => sources.resolve(path, (entry.moduleSpecifier as ts.StringLiteral).text) === from,
    )
    const named = new Set(
      naming
        .map((entry) => sources.resolve(path, (entry.moduleSpecifier as ts.StringLiteral).text)!)
        .filter((text) => homes.has(text)),
    )
    if (homes.has(path) || own.length === 0 || named.size * 2 < homes.size) return []
    const specifier = own[0]!.moduleSpecifier as ts.StringLiteral
    const lines = own.map((entry) =>
      entry
        .getText()
        .replaceAll(specifier.text, replacedName(specifier.text, from!, made.path))
        .replaceAll(new RegExp(`\\b${model.className}\\b`, 'g'), classNameAfter(model, prefix, names)),
    )
    const end = naming.at(-1)!.end
    return [{ path, text: `${script.text.slice(0, end)}\n${lines.join('\n')}${script.text.slice(end)}` }]
  })
}

/** The import of one file as the import of another that stands where that one would. */
function replacedName(specifier: string, from: string, to: string): string {
  const shorter = (path: string) => path.replace(/\.[^/.]+$/, '')
  const [a, b] = [shorter(from).split('/'), shorter(to).split('/')]
  return a.reduce((text, part, i) => (part === b[i] ? text : text.replace(part, b[i]!)), specifier)
}
