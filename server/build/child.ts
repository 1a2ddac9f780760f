import type { BuildFailure } from 'esbuild'
import { differenceOf } from '~~/core/release/rules/rules'
import { problemsOfChanges } from '~~/core/tokens/fitting'
import { judgeEdit, judgeFile } from '~~/core/tokens/edit'
import { tokenFiles } from '~~/core/tokens/print/files'
import { renameInLibrary } from '~~/core/tokens/rename-library'
import { planSets } from '~~/core/tokens/in/sets-plan'
import { themesCss } from '~~/core/tokens/themes'
import { usesOf } from '~~/core/tokens/uses'
import { Failure } from '../auth/failure'
import { unpackArchive } from '../bring/archive'
import { compareFiles } from '../pictures/compare'
import { readPublishBody } from '../registry/publish-body'
import type { Answer, Ask, Doers } from './tasks'

const ofSource = async () => (await import('./source-tasks')).sourceTasks

const ofConsumer = async () => await import('./consumer')

/** The child process: parses, compiles and packs source that is not trusted, and never runs it. */
const doers: Doers = {
  unpack: ({ bytes, limits }) => unpackArchive(bytes, limits),
  tokenEdit: ({ themes, ...edit }) => judgeEdit(themes, edit),
  tokenFile: ({ themes, theme, text }) => judgeFile(themes, theme, text),
  tokenSets: ({ themes, files }) => planSets(themes, files),
  fitting: ({ themes, changes }) => problemsOfChanges(themes, changes),
  difference: ({ before, now, comparing }) => differenceOf(before, now, comparing),
  pictures: ({ before, now }) => compareFiles(before, now),
  consumerTypes: async ({ folder, manifest }) => (await ofConsumer()).compileConsumer(folder, manifest),
  consumerBundle: async ({ folder, script }) => (await ofConsumer()).bundleConsumer(folder, script),
  themesCss: ({ themes, prefix }) => themesCss(themes, prefix),
  tokenFiles: ({ themes, prefix }) => tokenFiles(themes, prefix),
  uses: ({ themes, files, path, prefix }) => usesOf(themes, files, path, prefix),
  rename: ({ themes, files, rename, prefix }) => renameInLibrary(themes, files, rename, prefix),
  check: async (input) => (await ofSource()).check(input),
  usedFor: async (input) => (await ofSource()).usedFor(input),
  overrides: async (input) => (await ofSource()).overrides(input),
  pageSheets: async (input) => (await ofSource()).pageSheets(input),
  offered: async (input) => (await ofSource()).offered(input),
  publishBody: ({ bytes, name, most }) => readPublishBody(bytes, name, most),
  dependencies: async (input) => (await ofSource()).dependencies(input),
  read: async (input) => (await ofSource()).read(input),
  tryOut: async (input) => (await ofSource()).tryOut(input),
  written: async (input) => (await ofSource()).written(input),
  asks: async (input) => (await ofSource()).asks(input),
  begin: async (input) => (await ofSource()).begin(input),
  modules: async (input) => (await ofSource()).modules(input),
  iconSet: async (input) => (await ofSource()).iconSet(input),
  guide: async (input) => (await ofSource()).guide(input),
  package: async (input) => (await ofSource()).package(input),
}

process.on('message', async (ask: Ask) => {
  let answer: Answer
  try {
    answer = { id: ask.id, ok: true, output: await doers[ask.task](ask.input as never) }
  } catch (error) {
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- any error may come here
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
