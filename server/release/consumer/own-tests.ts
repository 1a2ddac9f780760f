import { chmod, mkdir, readdir, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { z } from 'zod'
import { packageFile } from '~~/core/read/source/package-file'
import type { SourceText } from '~~/core/read/source/source-text'
import { fine, notTried, wrong, type Tried } from '~~/core/release/consumer/consumer'
import { runClient } from '../../bring/client'
import { run, type Ran } from '../../bring/run'
import { settings } from '../../config'
import { limits } from '../../limits'

/** Where and how what a library brings is run. */
interface OwnTests {
  files: readonly SourceText[]
  /** An empty folder of its own. */
  folder: string
  /** What starts a command apart from this server (`TESTS_APART`); nothing where the server does not do that. */
  apart: string | undefined
  seconds: number
  stopping: AbortSignal
}

/**
 * Runs the `test` script of a library’s own package.json on its source, with the packages that it names beside
 * it. It is somebody else’s code: it runs as whoever runs this server has arranged (`TESTS_APART`), in a folder of
 * its own, with nothing of ours in its environment, for so long and with so much memory; what it started is ended
 * with it.
 */
export async function runOwnTests({ files, folder, apart, seconds, stopping }: OwnTests): Promise<Tried> {
  if (!hasTests(files)) return notTried('Its package.json has no script called “test”.')
  if (!apart?.trim()) return notTried(notAllowed)
  await writeAll(folder, files)
  const going = () => Promise.resolve(!stopping.aborted)
  const installed = await runClient(['install'], {
    cwd: folder,
    seconds: limits.consumer.installSeconds,
    going,
  })
  if (installed.code !== 0) return notTried(`What its tests need could not be installed: ${endOf(installed)}`)
  await letIn(folder)
  const [command, ...words] = apart
    .trim()
    .split(/\s+/)
    .map((word) => word.replaceAll('{folder}', folder))
  const ran = await run(command!, [...words, 'npm', 'test', '--silent'], {
    cwd: folder,
    seconds,
    going,
    env: { HOME: folder, CI: 'true', npm_config_update_notifier: 'false' },
    megabytes: settings().EVIDENCE_MEGABYTES,
  })
  return cameOf(ran, seconds)
}

const withTests = z.object({ scripts: z.object({ test: z.string().min(1) }) })
const hasTests = (files: readonly SourceText[]): boolean =>
  withTests.safeParse(packageFile(files.find(({ path }) => path === 'package.json')?.text)).success

const notAllowed =
  'This server does not run what a library brings. Whoever runs it can say how that is kept apart (TESTS_APART).'

function cameOf(ran: Ran, seconds: number): Tried {
  if (ran.missing)
    return notTried('What is to keep its tests apart from this server is not there (TESTS_APART).')
  if (ran.stopped) return notTried('It was stopped.')
  if (ran.slow) return wrong(`Its tests took longer than ${seconds} seconds, and were ended.`)
  if (ran.over) return wrong('Its tests took more memory than they may, and were ended.')
  return ran.code === 0 ? fine : wrong(`Its tests ended with ${ran.code ?? 'no answer'}: ${endOf(ran)}`)
}

/** The last that was said, as a sentence has room for it. */
const endOf = ({ said }: Ran): string => said.replace(/\s+/g, ' ').trim().slice(-600) || 'it said nothing.'

async function writeAll(folder: string, files: readonly SourceText[]): Promise<void> {
  for (const { path, text } of files) {
    const to = join(folder, path)
    await mkdir(dirname(to), { recursive: true })
    await writeFile(to, text)
  }
}

/** Lets another account of the system read a folder with all that is in it, and write into its folders. */
async function letIn(folder: string): Promise<void> {
  await chmod(folder, 0o777)
  const entries = await readdir(folder, { withFileTypes: true, recursive: true })
  for (const entry of entries) if (entry.isDirectory()) await chmod(join(entry.parentPath, entry.name), 0o777)
}
