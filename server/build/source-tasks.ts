import { LRUCache } from 'lru-cache'
import { begin } from '~~/core/begin/begin'
import { checkLibrary, usedFor } from '~~/core/check/rules'
import { overridesIn } from '~~/core/reach/overrides'
import { notToldYet } from '~~/core/problem'
import { abilitiesIn } from '~~/core/read/abilities'
import { dependenciesOf } from '~~/core/read/dependencies'
import { LibraryReader } from '~~/core/read/read'
import type { ReadFrom } from '~~/core/read/read-from'
import { dressedFiles } from '~~/core/icons/dress'
import { dressOf } from '~~/core/icons/input'
import { iconFiles } from '~~/core/icons/package'
import { iconSource } from '~~/core/icons/ways'
import { setOfFiles } from '~~/core/icons/sets'
import { sheetsOfPage } from '~~/core/isolation/page-sheets'
import { libraryMessages } from '~~/core/messages/library-messages'
import { messageFiles } from '~~/core/messages/package'
import { withMadeUp } from '~~/core/messages/with-made-up'
import { offeredInLibrary } from '~~/core/tokens/offered-library'
import { widthsIn } from '~~/core/read/widths'
import { writtenIn } from '~~/core/read/written'
import { installedIn } from '../bring/installed'
import { Holding } from './held'
import { buildModules } from './modules'
import { outsideOf } from './outside'
import { buildPackage } from './package'
import type { Doers, Tasks } from './tasks'

/**
 * Readers that hold on to what they read last, by library and what is installed for it. Each holds about 100
 * kB a component.
 */
const readers = new LRUCache<string, LibraryReader>({ max: 3 })
function readerOf(
  library: string | undefined,
  dependencies: string | undefined,
  from: ReadFrom | undefined,
): LibraryReader {
  const make = () => new LibraryReader(outsideOf(dependencies), from)
  if (library === undefined) return make()
  const key = `${library} ${dependencies} ${from}`
  const known = readers.get(key) ?? make()
  readers.set(key, known)
  return known
}

const holding = new Holding()

async function tryOut({
  source,
  path,
  tag,
  installed,
  library,
  from,
  icons,
}: Tasks['tryOut']['in']): Promise<Tasks['tryOut']['out']> {
  const files = holding.filesOf(source)
  const dependencies = installedIn(installed, dependenciesOf(files).packages)
  const { contracts, problems } = readerOf(library, dependencies, from).read(files)
  const here = contracts.filter((contract) => contract.files.includes(path))
  const contract =
    here.find((known) => known.tag === tag) ?? here[0] ?? contracts.find((known) => known.tag === tag)
  // somebody writes and waits: where there is nothing to swap with, icons need not be looked for
  const dressed = icons.sets.length ? dressedFiles(files, contracts, icons, 'shelf').files : files
  const built = contract && (await buildModules(dressed, [contract], dependencies))
  const own = problems.filter((problem) => problem.where?.file === path)
  return {
    problems: [...own, ...notToldYet(problems, built?.components[0]?.problems ?? [])],
    contract,
    built,
  }
}

/**
 * Tasks that take the compilers of every language along, which are loaded when one of them is first asked
 * for.
 */
export const sourceTasks = {
  dependencies: ({ files }) => dependenciesOf(files),
  read: ({ files, dependencies, library, from }) => readerOf(library, dependencies, from).read(files),
  tryOut,
  written: ({ files }) => writtenIn(files),
  check: (input) => checkLibrary(input),
  usedFor,
  overrides: ({ page, ...library }) => overridesIn(page, library),
  pageSheets: ({ files, contracts }) => sheetsOfPage(files, contracts),
  offered: ({ files, ...asked }) => offeredInLibrary(files, asked),
  asks: ({ files }) => ({ abilities: abilitiesIn(files), widths: widthsIn(files) }),
  begin: ({ files, prefix, wish, dependencies, library, from }) =>
    begin(readerOf(library, dependencies, from), files, prefix, wish),
  modules: async ({ files, contracts, dependencies, icons: input }) => {
    const source = iconSource(files)
    const { files: dressed, icons } = dressedFiles(files, contracts, input, 'shelf', source)
    const messages = libraryMessages(source.sources, files, contracts)
    const spoken = withMadeUp(source.sources, dressed, messages.bundles)
    return { built: await buildModules(spoken, contracts, dependencies), icons, messages }
  },
  guide: async ({ files, icons: input, ...guide }) => {
    const { files: dressed } = dressedFiles(files, guide.contracts, input, 'shelf', iconSource(files))
    // what writes pages is loaded by whoever asks for some
    const { buildGuide } = await import('./guide')
    return buildGuide({ ...guide, files: dressed })
  },
  iconSet: ({ files }) => setOfFiles(files),
  package: ({ files, input, icons: dress, isMeasured = false, dependencies }) => {
    const source = iconSource(files)
    const { files: dressed, icons } = dressedFiles(files, input.contracts, dress, 'package', source)
    const { bundles } = libraryMessages(source.sources, files, input.contracts)
    const words = (tag: string, key: string) => input.words[`${tag} ${key}`]
    const whole = {
      ...input,
      words,
      icons: iconFiles(dressOf(dress), icons),
      messages: messageFiles(bundles),
    }
    return buildPackage(dressed, whole, { isMeasured, dependencies })
  },
} satisfies Partial<Doers>
