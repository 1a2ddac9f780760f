import { createHash } from 'node:crypto'
import { createGunzip } from 'node:zlib'
import { Readable } from 'node:stream'
import ssri from 'ssri'
import { extract } from 'tar-stream'
import { z } from 'zod'
import { Failure, fail } from '../auth/failure'
import { settings } from '../config'

/** What a package client sends to publish: one version, and its tarball in base64. */
const bodySchema = z.object({
  name: z.string(),
  'dist-tags': z.record(z.string(), z.string()).refine((tags) => Object.keys(tags).length === 1, 'one dist-tag is expected'),
  versions: z.record(z.string(), z.looseObject({ name: z.string(), version: z.string(), dist: z.looseObject({ integrity: z.string().optional(), shasum: z.string().optional() }).optional() })).refine((versions) => Object.keys(versions).length === 1, 'one version is expected'),
  _attachments: z.record(z.string(), z.looseObject({ data: z.string(), length: z.number().optional() })).refine((all) => Object.keys(all).length === 1, 'one tarball is expected'),
})

export interface ClientRelease { version: string; channel: string; manifest: Record<string, unknown>; tarball: Buffer; integrity: string; shasum: string; unpackedSize: number; files: { path: string; size: number }[] }

/** Checks a publish body against the name it was sent to and against its own tarball. */
export async function readPublishBody(body: unknown, name: string): Promise<ClientRelease> {
  const read = bodySchema.safeParse(body)
  if (!read.success) throw new Failure(400, read.error.issues.map((one) => ({ code: 'publish-body', what: `${one.path.join('.')}: ${one.message}.`, todo: 'Publish with an ordinary package client.' })))
  const [[version, manifest]] = Object.entries(read.data.versions) as [[string, { name: string; version: string; dist?: { integrity?: string | undefined; shasum?: string | undefined } | undefined }]]
  const [[channel, tagged]] = Object.entries(read.data['dist-tags']) as [[string, string]]
  const [attachment] = Object.values(read.data._attachments)
  if (read.data.name !== name || manifest.name !== name) fail(400, 'other-name', `This is ${manifest.name}, sent to the address of ${name}.`, 'Publish it under its own name.')
  if (manifest.version !== version || tagged !== version) fail(400, 'publish-body', `The version is ${version} in one place and ${manifest.version} or ${tagged} in another.`, 'Pack it again and publish that.')
  const tarball = Buffer.from(attachment!.data, 'base64')
  const integrity = ssri.fromData(tarball, { algorithms: ['sha512'] }).toString()
  const shasum = createHash('sha1').update(tarball).digest('hex')
  const { dist } = manifest
  if ((dist?.integrity && !ssri.checkData(tarball, dist.integrity)) || (dist?.shasum && dist.shasum !== shasum)) {
    fail(400, 'integrity', 'The tarball is not the one its checksum was made for.', 'Pack it again and publish that.')
  }
  const { files, packageJson } = await look(tarball)
  if (packageJson.name !== name) fail(400, 'other-name', `The tarball holds ${String(packageJson.name)}, not ${name}.`, 'Publish it under its own name.')
  if (packageJson.version !== version) fail(400, 'other-version', `The tarball holds version ${String(packageJson.version)}, not ${version}.`, 'Pack it again and publish that.')
  return { version, channel, manifest, tarball, integrity, shasum, unpackedSize: files.reduce((sum, one) => sum + one.size, 0), files }
}

const mostFiles = 20_000

/** Lists a tarball without writing anything, with limits on size, count and path. */
async function look(tarball: Buffer): Promise<{ files: { path: string; size: number }[]; packageJson: Record<string, unknown> }> {
  const files: { path: string; size: number }[] = []
  let packageJson: string | undefined
  let size = 0
  const bad = (what: string) => new Failure(400, [{ code: 'tarball', what, todo: 'Pack it again with an ordinary package client.' }])
  const entries = extract()
  const source = Readable.from([tarball]).pipe(createGunzip())
  source.on('error', () => entries.destroy(bad('The tarball is not a gzipped tar.')))
  source.pipe(entries)
  try {
    for await (const entry of entries) {
      const { name, type } = entry.header
      if (type !== 'file' && type !== 'directory') throw bad(`“${name}” in the tarball is a ${type}; only files may be in it.`)
      if (name.startsWith('/') || name.split('/').includes('..')) throw bad(`“${name}” leads out of the package.`)
      const chunks: Buffer[] = []
      const path = name.replace(/^[^/]+\//, '')
      for await (const chunk of entry as AsyncIterable<Buffer>) {
        size += chunk.length
        if (size > settings().PACKAGE_LIMIT * 4) throw bad('The tarball unpacks to more than may be.')
        if (path === 'package.json') chunks.push(chunk)
      }
      if (type === 'file') files.push({ path, size: entry.header.size ?? 0 })
      if (path === 'package.json') packageJson = Buffer.concat(chunks).toString('utf8')
      if (files.length > mostFiles) throw bad(`The tarball holds more than ${mostFiles} files.`)
    }
  } catch (error) {
    throw error instanceof Failure ? error : bad('The tarball cannot be unpacked.')
  }
  if (packageJson === undefined) throw bad('The tarball has no package.json.')
  try {
    return { files, packageJson: JSON.parse(packageJson) }
  } catch {
    throw bad('The package.json in the tarball is not JSON.')
  }
}
