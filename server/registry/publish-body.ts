import { createHash } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import { createGunzip } from 'node:zlib'
import { Readable } from 'node:stream'
import ssri from 'ssri'
import { extract } from 'tar-stream'
import { z } from 'zod'
import { jsonFrom } from '../auth/text'
import { Failure, fail } from '../auth/failure'
import { faultOfEntry } from './paths'

const versionSchema = z.looseObject({
  name: z.string(),
  version: z.string(),
  deprecated: z.union([z.string(), z.boolean()]).optional(),
  dist: z.looseObject({ integrity: z.string().optional(), shasum: z.string().optional() }).optional(),
})
const onlyOne = (what: string) => ({ message: `one ${what} is expected` })
const has = (count: number) => (all: object) => Object.keys(all).length === count

/** What a package client sends to publish: one version, and its tarball in base64. */
const publishSchema = z.object({
  name: z.string(),
  'dist-tags': z.record(z.string(), z.string()).refine(has(1), onlyOne('dist-tag')),
  versions: z.record(z.string(), versionSchema).refine(has(1), onlyOne('version')),
  _attachments: z
    .record(z.string(), z.looseObject({ data: z.string(), length: z.number().optional() }))
    .refine(has(1), onlyOne('tarball')),
})
/**
 * What it sends to deprecate: the package's document, with a message on some of its versions and no tarball.
 */
const deprecateSchema = z.object({ name: z.string(), versions: z.record(z.string(), versionSchema) })

export interface ClientRelease {
  version: string
  channel: string
  manifest: Record<string, unknown>
  tarball: Uint8Array
  integrity: string
  shasum: string
  unpackedSize: number
  files: { path: string; size: number }[]
}
/** What a client wants: a version published, or versions deprecated, an empty message taking that back. */
export type PublishBody =
  { is: 'publish'; release: ClientRelease } | { is: 'deprecate'; versions: Record<string, string> }

const badBody = (error: z.ZodError): Failure =>
  new Failure(
    400,
    error.issues.slice(0, 20).map((issue) => ({
      code: 'publish-body',
      what: `${issue.path.join('.')}: ${issue.message}.`,
      todo: 'Publish with an ordinary package client.',
    })),
  )

/**
 * Reads what a package client sent, against the name it was sent to and against its own tarball.
 * `most` is how many bytes the tarball may unpack to.
 */
export async function readPublishBody(bytes: Uint8Array, name: string, most: number): Promise<PublishBody> {
  const body = jsonFrom(Buffer.from(bytes).toString('utf8'))
  const isDeprecation =
    typeof body === 'object' &&
    body !== null &&
    !('_attachments' in body && Object.keys(body._attachments ?? {}).length) &&
    'versions' in body
  if (isDeprecation) {
    const read = deprecateSchema.safeParse(body)
    if (!read.success) throw badBody(read.error)
    if (read.data.name !== name)
      fail(
        400,
        'other-name',
        `This is ${read.data.name}, sent to the address of ${name}.`,
        'Send it to its own address.',
      )
    const message = (deprecated: string | boolean | undefined) =>
      deprecated === true ? 'Not to be used any more.' : deprecated || ''
    const versions = Object.entries(read.data.versions).map(([version, { deprecated }]) => [
      version,
      message(deprecated).slice(0, 1000),
    ])
    return { is: 'deprecate', versions: Object.fromEntries(versions) as Record<string, string> }
  }
  const read = publishSchema.safeParse(body)
  if (!read.success) throw badBody(read.error)
  return { is: 'publish', release: await readRelease(read.data, name, most) }
}

// eslint-disable-next-line max-lines-per-function -- the checks on one body, in the order in which they matter
async function readRelease(
  body: z.infer<typeof publishSchema>,
  name: string,
  most: number,
): Promise<ClientRelease> {
  const [version, manifest] = Object.entries(body.versions)[0]!
  const [channel, tagged] = Object.entries(body['dist-tags'])[0]!
  const [attachment] = Object.values(body._attachments)
  if (body.name !== name || manifest.name !== name)
    fail(
      400,
      'other-name',
      `This is ${manifest.name}, sent to the address of ${name}.`,
      'Publish it under its own name.',
    )
  if (manifest.version !== version || tagged !== version)
    fail(
      400,
      'publish-body',
      `The version is ${version} in one place and ${manifest.version} or ${tagged} in another.`,
      'Pack it again and publish that.',
    )
  const tarball = Buffer.from(attachment!.data, 'base64')
  const integrity = ssri.fromData(tarball, { algorithms: ['sha512'] }).toString()
  const shasum = createHash('sha1').update(tarball).digest('hex')
  const { dist } = manifest
  if (
    (dist?.integrity && !ssri.checkData(tarball, dist.integrity)) ||
    (dist?.shasum && dist.shasum !== shasum)
  ) {
    fail(
      400,
      'integrity',
      'The tarball is not the one its checksum was made for.',
      'Pack it again and publish that.',
    )
  }
  const { files, packageJson } = await look(tarball, most)
  if (packageJson.name !== name)
    fail(
      400,
      'other-name',
      `The tarball holds ${String(packageJson.name)}, not ${name}.`,
      'Publish it under its own name.',
    )
  if (packageJson.version !== version)
    fail(
      400,
      'other-version',
      `The tarball holds version ${String(packageJson.version)}, not ${version}.`,
      'Pack it again and publish that.',
    )
  const other = differingField(manifest, packageJson)
  if (other !== undefined)
    fail(
      400,
      'other-manifest',
      `What is told of “${other}” is not what the package.json in the tarball says.`,
      'Pack it again and publish that.',
    )
  return {
    version,
    channel,
    manifest,
    tarball,
    integrity,
    shasum,
    unpackedSize: files.reduce((sum, file) => sum + file.size, 0),
    files,
  }
}

type Manifest = Record<string, unknown>
const nothing = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  value === false ||
  (typeof value === 'object' && Object.keys(value).length === 0)

/**
 * What a client does with or without anybody seeing it: of each field, what the manifest says in one form.
 */
const installed: Record<string, (manifest: Manifest) => unknown> = {
  // clients may list optional dependencies among the others too
  dependencies: (manifest) => without(manifest.dependencies, manifest.optionalDependencies),
  optionalDependencies: (manifest) => manifest.optionalDependencies,
  peerDependencies: (manifest) => manifest.peerDependencies,
  peerDependenciesMeta: (manifest) => manifest.peerDependenciesMeta,
  bundleDependencies: (manifest) => manifest.bundleDependencies ?? manifest.bundledDependencies,
  bin: (manifest) => binOf(manifest),
  engines: (manifest) => manifest.engines,
  os: (manifest) => manifest.os,
  cpu: (manifest) => manifest.cpu,
  libc: (manifest) => manifest.libc,
  'scripts of installing': (manifest) => scriptsOf(manifest.scripts),
}
/** The first field of a version's manifest that its tarball says otherwise. */
function differingField(told: Manifest, held: Manifest): string | undefined {
  const differs = (form: (manifest: Manifest) => unknown): boolean => {
    const [value, other] = [form(told), form(held)]
    return !(nothing(value) && nothing(other)) && !isDeepStrictEqual(value, other)
  }
  return Object.entries(installed).find(([, form]) => differs(form))?.[0]
}
const isRecord = (value: unknown): value is Manifest =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const without = (all: unknown, less: unknown): unknown =>
  isRecord(all) && isRecord(less)
    ? Object.fromEntries(Object.entries(all).filter(([name]) => !Object.hasOwn(less, name)))
    : all
/** One command may be written as its file alone; paths may begin with `./`. */
function binOf({ name, bin }: Manifest): unknown {
  const plain = (path: unknown) => (typeof path === 'string' ? path.replace(/^(\.?\/)+/, '') : path)
  if (typeof bin === 'string') return { [String(name).split('/').at(-1)!]: plain(bin) }
  return isRecord(bin)
    ? Object.fromEntries(Object.entries(bin).map(([command, path]) => [command, plain(path)]))
    : bin
}
const scriptsOf = (scripts: unknown): unknown =>
  isRecord(scripts)
    ? Object.fromEntries(
        ['preinstall', 'install', 'postinstall'].flatMap((name) =>
          Object.hasOwn(scripts, name) ? [[name, scripts[name]]] : [],
        ),
      )
    : undefined

const mostFiles = 20_000

/** Lists a tarball without writing anything, with limits on size, count and path. */
async function look(
  tarball: Buffer,
  most: number,
): Promise<{ files: { path: string; size: number }[]; packageJson: Manifest }> {
  const files: { path: string; size: number }[] = []
  const taken = new Map<string, string>()
  let packageJson: string | undefined
  let size = 0
  let entriesSeen = 0
  const bad = (what: string) =>
    new Failure(400, [{ code: 'tarball', what, todo: 'Pack it again with an ordinary package client.' }])
  const entries = extract()
  const source = Readable.from([tarball]).pipe(createGunzip())
  source.on('error', () => entries.destroy(bad('The tarball is not a gzipped tar.')))
  source.pipe(entries)
  try {
    for await (const entry of entries) {
      const { name, type } = entry.header
      const fault = faultOfEntry(name, type, taken)
      if (fault !== undefined) throw bad(fault)
      if (++entriesSeen > mostFiles) throw bad(`The tarball holds more than ${mostFiles} files.`)
      const chunks: Buffer[] = []
      const path = name.slice(name.indexOf('/') + 1)
      for await (const chunk of entry as AsyncIterable<Buffer>) {
        size += chunk.length
        if (size > most) throw bad('The tarball unpacks to more than may be.')
        if (path === 'package.json') chunks.push(chunk)
      }
      if (type === 'file') files.push({ path, size: entry.header.size })
      if (type === 'file' && path === 'package.json') packageJson = Buffer.concat(chunks).toString('utf8')
    }
  } catch (error) {
    throw error instanceof Failure ? error : bad('The tarball cannot be unpacked.')
  }
  if (packageJson === undefined) throw bad('The tarball has no package.json.')
  try {
    const read: unknown = JSON.parse(packageJson)
    if (isRecord(read)) return { files, packageJson: read }
  } catch {
    /* told below */
  }
  throw bad('The package.json in the tarball is not JSON.')
}
