import { largestOf } from './file-size'
import { Readable } from 'node:stream'
import { createGunzip } from 'node:zlib'
import { extract, type Header } from 'tar-stream'
import yauzl from 'yauzl'
import type { Problem } from '~~/core/problem'
import { isPassedOver } from '~~/core/read/source/reading'

/**
 * The limits that hold while an archive is unpacked; what passes one stops it, whatever its own table says.
 */
export interface ArchiveLimits {
  files: number
  bytes: number
  file: number
}
export interface Unpacked {
  files: { path: string; content: Uint8Array }[]
  problems: Problem[]
}

const refuse = (code: string, what: string, todo: string): Problem => ({ code, what, todo })
const outside = (path: string): boolean =>
  path.startsWith('/') ||
  /^[a-z]:/i.test(path) ||
  path.includes('\\') ||
  path.split('/').includes('..') ||
  path.includes('\0')

class Stop extends Error {
  constructor(readonly problem: Problem) {
    super(problem.what)
  }
}

/**
 * Unpacks a zip or a gzipped tar in memory. Paths that climb out and links are left aside by name;
 * too many files, too many bytes, or bytes that are no archive stop it whole.
 */
export async function unpackArchive(bytes: Uint8Array, limits: ArchiveLimits): Promise<Unpacked> {
  const found: Unpacked = { files: [], problems: [] }
  const keeper = new Keeper(found, limits)
  try {
    if (bytes[0] === 0x50 && bytes[1] === 0x4b) await unzip(bytes, keeper)
    else if (bytes[0] === 0x1f && bytes[1] === 0x8b) await untar(bytes, keeper)
    else
      throw new Stop(
        refuse(
          'no-archive',
          'This is no zip and no gzipped tar.',
          'Bring in a .zip, .tgz or .tar.gz, or choose a folder.',
        ),
      )
  } catch (error) {
    if (error instanceof Stop) return { files: [], problems: [error.problem] }
    return {
      files: [],
      problems: [
        refuse(
          'broken-archive',
          `This archive cannot be unpacked: ${(error as Error).message}`,
          'Pack it again.',
        ),
      ],
    }
  }
  return { ...found, files: withoutRoot(found.files) }
}

class Keeper {
  private bytes = 0
  private count = 0
  constructor(
    private readonly found: Unpacked,
    private readonly limits: ArchiveLimits,
  ) {}

  /** Whether an entry is wanted; why not is told. */
  wants(path: string, kind: 'file' | 'link' | 'other'): boolean {
    if (++this.count > this.limits.files)
      throw new Stop(
        refuse(
          'too-many-files',
          `This archive holds more than ${this.limits.files.toLocaleString('en')} files.`,
          'Pack only the folder that holds the library.',
        ),
      )
    const tell = (code: string, what: string, todo: string) =>
      this.found.problems.push({
        code,
        what,
        where: { file: path.replaceAll('\0', '').slice(0, 300) || '(no name)' },
        todo,
      })
    if (outside(path))
      tell(
        'path',
        'This path leads out of the archive’s folder; it was left aside.',
        'Pack it again with paths inside the folder.',
      )
    else if (kind === 'link')
      tell(
        'link',
        'This is a link to another file, which is not followed.',
        'Put the file itself in its place.',
      )
    else return kind === 'file' && !isPassedOver(path)
    return false
  }

  async take(path: string, stream: Readable): Promise<void> {
    const pieces: Buffer[] = []
    const largest = largestOf(path, this.limits.file)
    let size = 0
    for await (const piece of stream as AsyncIterable<Buffer>) {
      this.bytes += piece.length
      size += piece.length
      if (this.bytes > this.limits.bytes)
        throw new Stop(
          refuse(
            'too-large',
            `Unpacked this archive has more than ${this.limits.bytes / 1e6} MB.`,
            'Leave out what is not source.',
          ),
        )
      // past the limit of one file only its length matters, so that it can be told
      if (size <= largest + 1 || pieces.length === 0) pieces.push(piece)
    }
    this.found.files.push({
      path,
      content: size > largest ? new Uint8Array(largest + 1) : Buffer.concat(pieces),
    })
  }
}

async function unzip(bytes: Uint8Array, keeper: Keeper): Promise<void> {
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
    yauzl.fromBuffer(
      Buffer.from(bytes),
      { lazyEntries: true, validateEntrySizes: false, decodeStrings: true, strictFileNames: false },
      (error, file) => (error ? reject(error) : resolve(file)),
    ),
  )
  await new Promise<void>((resolve, reject) => {
    zip.on('error', (error: Error) => {
      // the library itself refuses names that climb out; that costs the whole archive's order, so it is told
      // and ends it
      reject(
        /invalid relative path|absolute path|invalid characters/.test(error.message)
          ? new Stop(
              refuse(
                'path',
                `A path in this archive leads out of its folder: ${error.message.split(': ').at(-1)}.`,
                'Pack it again with paths inside the folder.',
              ),
            )
          : error,
      )
    })
    zip.on('end', resolve)
    zip.on('entry', (entry: yauzl.Entry) => {
      void (async () => {
        // the upper half of the attributes is the mode on Unix: 0xA000 is a link
        const isLink = ((entry.externalFileAttributes >>> 16) & 0xf000) === 0xa000
        if (keeper.wants(entry.fileName, entry.fileName.endsWith('/') ? 'other' : isLink ? 'link' : 'file')) {
          if (entry.isEncrypted())
            throw new Stop(
              refuse('encrypted', 'This archive is locked with a password.', 'Pack it without one.'),
            )
          await keeper.take(
            entry.fileName,
            await new Promise<Readable>((done, fail) =>
              zip.openReadStream(entry, (error, stream) => (error ? fail(error) : done(stream))),
            ),
          )
        }
        zip.readEntry()
      })().catch(reject)
    })
    zip.readEntry()
  })
}

async function untar(bytes: Uint8Array, keeper: Keeper): Promise<void> {
  const tar = extract()
  const gunzip = createGunzip()
  const source = Readable.from([Buffer.from(bytes)])
  source
    .pipe(gunzip)
    .on('error', (error) => tar.destroy(error))
    .pipe(tar)
  for await (const entry of tar as AsyncIterable<Readable & { header: Header }>) {
    const { name, type } = entry.header
    const path = name.replace(/^\.\//, '')
    if (
      path &&
      keeper.wants(path, type === 'file' ? 'file' : type === 'symlink' || type === 'link' ? 'link' : 'other')
    )
      await keeper.take(path, entry)
    else entry.resume()
  }
}

/** Archives often hold one folder with everything in it, whose name is not part of the library. */
function withoutRoot<F extends { path: string }>(files: F[]): F[] {
  const [first] = files
  const root = first?.path.includes('/') ? first.path.slice(0, first.path.indexOf('/') + 1) : ''
  const inOne = root !== '' && root !== 'src/' && files.every((file) => file.path.startsWith(root))
  return inOne ? files.map((file) => ({ ...file, path: file.path.slice(root.length) })) : files
}
