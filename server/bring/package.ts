import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import type { PackageOrigin } from '~~/core/origin'
import type { Problem } from '~~/core/problem'
import { isFromRegistry } from '~~/core/read/lock'
import { Failure } from '../auth/failure'
import { dataFolder, settings } from '../config'
import { inChild } from '../build/pool'
import { most, type RawFile } from './folder'
import { runClient } from './client'

/** Fetches a package's files with the ordinary package client. */
export async function fetchPackage(
  { name, range }: PackageOrigin,
  library: string,
  going: () => Promise<boolean>,
): Promise<{ files: RawFile[]; problems: Problem[]; version: string } | undefined> {
  // what only looks like a range is a place: a folder, an address
  if (!isFromRegistry(range || 'latest'))
    throw new Failure(422, [
      {
        code: 'no-package',
        what: `“${range}” is no version, range or tag of a registry.`,
        todo: 'Write one such as 1.2.0, ^1.2.0 or latest.',
      },
    ])
  const folder = await mkdtemp(join(dataFolder('fetched'), 'package-'))
  try {
    const ran = await runClient(['pack', '--', `${name}@${range || 'latest'}`], {
      cwd: folder,
      seconds: 120,
      going,
    })
    if (ran.stopped) return undefined
    const file = (await readdir(folder)).find((text) => text.endsWith('.tgz'))
    if (ran.code !== 0 || !file) {
      const gone = /E40[134]|is not in this registry|Not Found/i.test(ran.said)
      const noVersion = /ETARGET|No matching version/i.test(ran.said)
      throw new Failure(422, [
        gone || noVersion
          ? {
              code: 'no-package',
              what: noVersion
                ? `There is no ${range} of ${name}.`
                : `There is no package ${name} in the registry, or it is given only to those who sign in.`,
              todo: 'Look at the name and the version again.',
            }
          : {
              code: 'package-not-fetched',
              what: ran.missing
                ? 'Packages cannot be fetched: there is no npm on this server.'
                : `${name} could not be fetched.`,
              todo: 'Try again later, or bring in its archive.',
            },
      ])
    }
    const unpacked = await inChild(
      'unpack',
      { bytes: await readFile(join(folder, file)), limits: { ...most, file: settings().FILE_LIMIT } },
      library,
    )
    const manifest = unpacked.files.find((file) => file.path === 'package.json')
    const version = manifest
      ? (z
          .object({ version: z.string() })
          .safeParse(JSON.parse(Buffer.from(manifest.content).toString('utf8'))).data?.version ?? '')
      : ''
    return { ...unpacked, version }
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
