import { isElement } from '../languages/languages'
import { sheetBeside, wearsSheet } from './source/sheet-beside'
import type { Contract } from '../contract/contract'
import type { Problem } from '../problem'
import { sourceLanguages } from '../languages/sources'
import { withStated } from './manifest/joined'
import { readManifest } from './manifest/read'
import { withAskedValues } from './source/asked-values'
import { withVariants } from './variants/with-variants'
import { withContextCompanions } from './source/context-companions'
import { CheckedTypes } from './source/checked-types'
import { lostImports } from './source/needs'
import { componentsSuspected, hasBoth, libraryFiles } from './source/library-files'
import type { ReadFrom } from './read-from'
import { freeName, isManifest, sameName, type Reading } from './source/reading'
import { SourceSet, type Outside } from './source/source-set'
import type { SourceText } from './source/source-text'

/**
 * Reads every component of a library, whatever it is written in. Pure: the files come in as text, and
 * what lies outside the library is asked of `outside`. A file that cannot be read is a problem by name
 * and costs only what it holds.
 */
export const readLibrary = (files: SourceText[], outside?: Outside): Reading =>
  new LibraryReader(outside).read(files)

/**
 * Reads one library again and again. What was read of a component is taken over as long as neither
 * its files nor any that they need have changed; what comes out is the same as from a first reading.
 */
export class LibraryReader {
  private last: SourceSet | undefined
  private types: CheckedTypes | undefined

  /** `from`: which of the two is read where a library has both, as somebody chose. */
  constructor(
    private readonly outside?: Outside,
    private readonly from?: ReadFrom,
  ) {}

  /**
   * What people wrote is read, unless what was built from something else holds most of the components, or
   * somebody chose otherwise.
   */
  read(files: SourceText[]): Reading {
    const reading = this.readFrom(files, this.from)
    if (this.from) return reading
    if (!hasBoth(files) || reading.contracts.length > componentsSuspected(files) / 4) return reading
    const built = new LibraryReader(this.outside)
    const other = built.readFrom(files, 'built')
    if (other.contracts.length <= 2 * reading.contracts.length) return reading
    this.last = built.last
    this.types = built.types
    return other
  }

  private readFrom(files: SourceText[], from?: ReadFrom): Reading {
    const { files: own, problems } = libraryFiles(files, from)
    this.last = new SourceSet(own, this.outside, { before: this.last })
    this.types = new CheckedTypes(this.last, this.types)
    const reading = readAll(this.last, this.types, problems)
    const sheet = reading.contracts.every(isElement) ? undefined : sheetBeside(files)
    return sheet === undefined ? reading : { ...reading, problems: [...reading.problems, wearsSheet(sheet)] }
  }

  /** The files as they were read last. */
  get sources(): SourceSet {
    return this.last ?? new SourceSet([])
  }
}

function readAll(sources: SourceSet, types: CheckedTypes, aside: Problem[]): Reading {
  const readings = sourceLanguages.map((language) => language.read(sources, types))
  const lost = [...sources.scripts.keys()].flatMap((file) =>
    sources.once(`lost ${file}`, [file], () => lostImports(sources, file)),
  )
  const problems = [
    ...aside,
    ...sources.problems,
    ...lost,
    ...readings.flatMap((reading) => reading.problems),
  ]
  const contracts = new Map<string, Contract>()
  for (const read of readings.flatMap((reading) => reading.contracts)) {
    const contract = withAskedValues(sources, read)
    const other = contracts.get(contract.tag)
    // an element is known by its tag, which nobody else may have
    const tag = isElement(contract)
      ? other === undefined && contract.tag
      : freeName(contract.tag, contract.place.file, contracts)
    if (tag) contracts.set(tag, { ...contract, tag })
    else problems.push(sameName(contract.tag, contract.place, other!.place.file))
  }
  for (const [path, text] of sources.texts) {
    if (!isManifest(path)) continue
    const stated = sources.once(`manifest ${path}`, [path], () => readManifest(path, text))
    problems.push(...stated.problems)
    for (const contract of stated.contracts) {
      const read = contracts.get(contract.tag)
      // what was read from source stands; what is only stated stands where there is no source for it
      if (read) contracts.set(contract.tag, withStated(read, contract))
      else
        contracts.set(
          contract.tag,
          sources.texts.has(contract.files[0]!) ? contract : { ...contract, files: [path] },
        )
    }
  }
  problems.push(...sources.tooLarge, ...notDeclared(types.tooLarge))
  if (contracts.size === 0) problems.push(...nothingFound(sources))
  const all = withVariants(sources, withContextCompanions(sources, [...contracts.values()]))
  return { contracts: all.sort((a, b) => a.tag.localeCompare(b.tag)), problems }
}

/** Scripts in which no component was found are told: somebody brought them in for what is in them. */
function nothingFound(sources: SourceSet): Problem[] {
  const scripts = [...sources.scripts.keys()]
  const [first] = scripts
  if (first === undefined) return []
  return [
    {
      code: 'nothing-found',
      what: `No component was found in ${scripts.length} script${scripts.length === 1 ? '' : 's'}, ${first} first.`,
      where: { file: first },
      todo:
        'A component is a class that customElements.define or a decorator registers, a Vue or Svelte component, or ' +
        'an exported function that returns JSX. Where yours is made by something else, bring in what it is built to.',
    },
  ]
}

/** Declarations that are too large to be looked at are told. */
const notDeclared = ([first, ...more]: readonly string[]): Problem[] =>
  first === undefined
    ? []
    : [
        {
          code: 'declarations-too-large',
          what: `${more.length + 1} files of declarations, ${first} first, are too large together to be looked at.`,
          where: { file: first },
          todo: 'Types that only they tell are not known. Bring in the source, or less of the library at a time.',
        },
      ]
