import { open, type FileHandle } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import { shippedIn, type Shipped } from '~~/core/release/licences'

/** Bytes of a `package.json`, and of the client's list, that are read. */
const [mostBytes, mostListBytes] = [1_000_000, 50_000_000]

/** The client's own list of what it installed (`package-lock.json` of the third kind), by where it stands. */
const lockSchema = z.object({
  packages: z.record(z.string(), z.object({ dev: z.boolean().default(false) })),
})

/**
 * What a package brought along into a project: all that was installed with it, but what the project has for its
 * own work. Throws where the client left no list.
 */
export async function shippedWith(folder: string, own: string): Promise<Shipped[]> {
  const lock = lockSchema.parse(JSON.parse(await textOf(join(folder, 'package-lock.json'), mostListBytes)))
  const places = Object.entries(lock.packages)
    .filter(([place, { dev }]) => place !== '' && !dev && place !== `node_modules/${own}`)
    .map(([place]) => place)
  // one after another: a project may hold more packages than files can be open
  const shipped: Shipped[] = []
  for (const place of places) shipped.push(await readShipped(folder, place))
  return shipped
}

/** What cannot be read says nothing of its licence. */
async function readShipped(folder: string, place: string): Promise<Shipped> {
  try {
    return shippedIn(JSON.parse(await textOf(join(folder, place, 'package.json'), mostBytes)))
  } catch {
    return { name: place.replace(/^.*node_modules\//, ''), version: '', licence: undefined }
  }
}

async function textOf(path: string, most: number): Promise<string> {
  let file: FileHandle | undefined
  try {
    file = await open(path)
    if ((await file.stat()).size > most) throw new Error(`${path} is too long`)
    return await file.readFile('utf8')
  } finally {
    await file?.close()
  }
}
