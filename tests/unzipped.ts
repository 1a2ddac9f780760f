import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { buffer } from 'node:stream/consumers'
import yauzl from 'yauzl'

/** Unpacks a ZIP archive of ours into a folder; the paths of its files. */
export function unzipInto(folder: string, archive: string): Promise<string[]> {
  const paths: string[] = []
  return new Promise((resolve, reject) =>
    yauzl.open(archive, { lazyEntries: true }, (failed, zip) => {
      if (failed) return reject(failed)
      zip.on('error', reject)
      zip.on('end', () => resolve(paths))
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (error, stream) => {
          if (error) return reject(error)
          void buffer(stream).then((content) => {
            const file = join(folder, entry.fileName)
            mkdirSync(dirname(file), { recursive: true })
            writeFileSync(file, content)
            paths.push(entry.fileName)
            zip.readEntry()
          }, reject)
        }),
      )
      zip.readEntry()
    }),
  )
}
