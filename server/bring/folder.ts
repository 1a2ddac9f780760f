import { largestOf } from './file-size'
import { lstat, readdir, readFile } from 'node:fs/promises'
import { join, relative } from 'node:path'
import type { Problem } from '~~/core/problem'
import { settings } from '../config'
import { Failure } from '../auth/failure'

export interface RawFile {
  path: string
  content: Uint8Array
}

/** The most files that are taken of one library, and the most bytes of them all together. */
export const most = { files: 20_000, bytes: 100_000_000 }

export const tooMany = (): Failure =>
  new Failure(422, [
    {
      code: 'too-many-files',
      what: `There are more than ${most.files.toLocaleString('en')} files in it.`,
      todo: 'Name the folder in it that holds the library.',
    },
  ])
export const tooMuch = (): Failure =>
  new Failure(422, [
    {
      code: 'too-large',
      what: `Unpacked it has more than ${most.bytes / 1e6} MB.`,
      todo: 'Name the folder in it that holds the library, or leave out what is not source.',
    },
  ])

/**
 * The files under a folder, with limits. Links are not followed and told; what packages and version control
 * keep is passed over.
 */
export async function filesUnder(root: string): Promise<{ files: RawFile[]; problems: Problem[] }> {
  const files: RawFile[] = []
  const problems: Problem[] = []
  let bytes = 0
  const visit = async (folder: string): Promise<void> => {
    for (const entry of (await readdir(folder, { withFileTypes: true })).toSorted((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const full = join(folder, entry.name)
      const path = relative(root, full).split('\\').join('/')
      if (entry.isDirectory()) {
        if (entry.name !== 'node_modules' && entry.name !== '.git') await visit(full)
      } else if (entry.isSymbolicLink()) problems.push(linkProblem(path))
      else if (entry.isFile()) {
        if (files.length >= most.files) throw tooMany()
        const { size } = await lstat(full)
        // one that is too long is told by whoever judges it, without being read
        const largest = largestOf(path, settings().FILE_LIMIT)
        const content = size > largest ? new Uint8Array(largest + 1) : await readFile(full)
        bytes += Math.min(size, largest)
        if (bytes > most.bytes) throw tooMuch()
        files.push({ path, content })
      }
    }
  }
  await visit(root)
  return { files, problems }
}

export const linkProblem = (path: string): Problem => ({
  code: 'link',
  what: 'This is a link to another file, which is not followed.',
  where: { file: path },
  todo: 'Put the file itself in its place.',
})
