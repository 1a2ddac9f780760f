import type { BuildFailure } from 'esbuild'
import { begin } from '~~/core/begin/begin'
import { abilitiesIn } from '~~/core/read/abilities'
import { dependenciesOf } from '~~/core/read/dependencies'
import { LRUCache } from 'lru-cache'
import { LibraryReader } from '~~/core/read/read'
import { widthsIn } from '~~/core/read/widths'
import { writtenIn } from '~~/core/read/written'
import { judgeEdit, judgeFile } from '~~/core/tokens/edit'
import { themesCss } from '~~/core/tokens/themes'
import { readPublishBody } from '../registry/publish-body'
import { Failure } from '../auth/failure'
import { notToldYet } from '~~/core/problem'
import { installedIn } from '../bring/installed'
import { unpackArchive } from '../bring/archive'
import { Holding } from './held'
import { buildModules } from './modules'
import { outsideOf } from './outside'
import { buildPackage } from './package'
import type { Answer, Ask, TaskName, Tasks } from './tasks'

/**
 * Readers that hold on to what they read last, by library and what is installed for it. Each holds about 100
 * kB a component.
 */
const readers = new LRUCache<string, LibraryReader>({ max: 3 })
function readerOf(library: string | undefined, dependencies: string | undefined): LibraryReader {
  const make = () => new LibraryReader(outsideOf(dependencies))
  if (library === undefined) return make()
  const key = `${library} ${dependencies}`
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
}: Tasks['tryOut']['in']): Promise<Tasks['tryOut']['out']> {
  const files = holding.filesOf(source)
  const dependencies = installedIn(installed, dependenciesOf(files).packages)
  const { contracts, problems } = readerOf(library, dependencies).read(files)
  const here = contracts.filter((contract) => contract.files.includes(path))
  const contract =
    here.find((known) => known.tag === tag) ?? here[0] ?? contracts.find((known) => known.tag === tag)
  const built = contract && (await buildModules(files, [contract], dependencies))
  const own = problems.filter((problem) => problem.where?.file === path)
  return {
    problems: [...own, ...notToldYet(problems, built?.components[0]?.problems ?? [])],
    contract,
    built,
  }
}

/** The child process: parses, compiles and packs source that is not trusted, and never runs it. */
const doers: { [N in TaskName]: (input: Tasks[N]['in']) => Promise<Tasks[N]['out']> | Tasks[N]['out'] } = {
  unpack: ({ bytes, limits }) => unpackArchive(bytes, limits),
  dependencies: ({ files }) => dependenciesOf(files),
  read: ({ files, dependencies, library }) => readerOf(library, dependencies).read(files),
  tryOut,
  written: ({ files }) => writtenIn(files),
  asks: ({ files }) => ({ abilities: abilitiesIn(files), widths: widthsIn(files) }),
  begin: ({ files, prefix, wish, dependencies, library }) =>
    begin(readerOf(library, dependencies), files, prefix, wish),
  modules: ({ files, contracts, dependencies }) => buildModules(files, contracts, dependencies),
  tokenEdit: ({ themes, ...edit }) => judgeEdit(themes, edit),
  tokenFile: ({ themes, theme, text }) => judgeFile(themes, theme, text),
  themesCss: ({ themes, prefix }) => themesCss(themes, prefix),
  publishBody: ({ bytes, name, most }) => readPublishBody(bytes, name, most),
  package: ({ files, input }) =>
    buildPackage(files, { ...input, words: (tag, key) => input.words[`${tag} ${key}`] }),
}

process.on('message', async (ask: Ask) => {
  let answer: Answer
  try {
    answer = { id: ask.id, ok: true, output: await doers[ask.task](ask.input as never) }
  } catch (error) {
    const [first] = (error as BuildFailure).errors ?? []
    answer =
      error instanceof Failure
        ? { id: ask.id, ok: false, status: error.status, problems: error.problems }
        : {
            id: ask.id,
            ok: false,
            problems: [
              first
                ? {
                    code: 'does-not-compile',
                    what: first.text,
                    ...(first.location
                      ? {
                          where: {
                            file: first.location.file.replace(/^library:/, ''),
                            line: first.location.line,
                          },
                        }
                      : {}),
                    todo: 'Mend the source and bring it in again.',
                  }
                : {
                    code: 'build-failed',
                    what: `The source could not be worked through: ${(error as Error).message}`,
                    todo: 'Bring in smaller parts to find which file it is.',
                  },
            ],
          }
  }
  // the web process may have died meanwhile; then nobody wants the answer
  process.send!(answer, undefined, undefined, () => undefined)
})
process.on('disconnect', () => process.exit(0))
