import { crc32, deflateRawSync, gzipSync } from 'node:zlib'
import { pack, type Header } from 'tar-stream'
import { unpackArchive } from './archive'

const limits = { files: 50, bytes: 200_000, file: 10_000 }
const text = (files: { path: string; content: Uint8Array }[]) =>
  Object.fromEntries(files.map((file) => [file.path, Buffer.from(file.content).toString()]))

async function tgz(entries: (Partial<Header> & { name: string; body?: string })[]): Promise<Uint8Array> {
  const tar = pack()
  for (const { body, ...header } of entries) tar.entry(header, body ?? '')
  tar.finalize()
  const pieces: Buffer[] = []
  for await (const piece of tar) pieces.push(piece as Buffer)
  return gzipSync(Buffer.concat(pieces))
}
/** A zip as PKWARE's APPNOTE lays it out, so that names and sizes may be anything. */
function zip(entries: { name: string; body: string | Buffer; mode?: number; claims?: number }[]): Uint8Array {
  const local: Buffer[] = []
  const central: Buffer[] = []
  let offset = 0
  for (const { name, body, mode = 0o100644, claims } of entries) {
    const content = Buffer.from(body)
    const packed = deflateRawSync(content)
    const fields = Buffer.alloc(26)
    fields.writeUInt16LE(20, 0)
    fields.writeUInt16LE(0x0800, 2)
    fields.writeUInt16LE(8, 4)
    fields.writeUInt32LE(crc32(content), 10)
    fields.writeUInt32LE(packed.length, 14)
    fields.writeUInt32LE(claims ?? content.length, 18)
    fields.writeUInt16LE(Buffer.byteLength(name), 22)
    local.push(Buffer.from('PK\x03\x04'), fields, Buffer.from(name), packed)
    const tail = Buffer.alloc(14)
    tail.writeUInt32LE((mode << 16) >>> 0, 6)
    tail.writeUInt32LE(offset, 10)
    central.push(Buffer.from('PK\x01\x02'), Buffer.from([20, 3]), fields, tail, Buffer.from(name))
    offset += 4 + 26 + Buffer.byteLength(name) + packed.length
  }
  const directory = Buffer.concat(central)
  const end = Buffer.alloc(22)
  end.write('PK\x05\x06', 'latin1')
  end.writeUInt16LE(entries.length, 8)
  end.writeUInt16LE(entries.length, 10)
  end.writeUInt32LE(directory.length, 12)
  end.writeUInt32LE(offset, 16)
  return Buffer.concat([...local, directory, end])
}

test.each([
  [
    'a gzipped tar',
    () =>
      tgz([
        { name: 'package/', type: 'directory' },
        { name: 'package/src/a.ts', body: 'a' },
        { name: 'package/package.json', body: '{}' },
        { name: 'package/node_modules/x/b.ts', body: 'b' },
      ]),
  ],
  [
    'a zip',
    async () =>
      zip([
        { name: 'library-main/', body: '' },
        { name: 'library-main/src/a.ts', body: 'a' },
        { name: 'library-main/package.json', body: '{}' },
        { name: 'library-main/node_modules/x/b.ts', body: 'b' },
      ]),
  ],
])('%s is unpacked, without the folder around it and without packages', async (_what, make) => {
  const { files, problems } = await unpackArchive(await make(), limits)
  expect(text(files)).toEqual({ 'src/a.ts': 'a', 'package.json': '{}' })
  expect(problems).toEqual([])
})

describe('what would do harm', () => {
  test('a tar that climbs out or holds links: each is told by name, and the rest comes', async () => {
    const { files, problems } = await unpackArchive(
      await tgz([
        { name: '../../etc/evil.ts', body: 'x' },
        { name: '/abs.ts', body: 'x' },
        { name: 'src/l.ts', type: 'symlink', linkname: '/etc/passwd' },
        { name: 'src/h.ts', type: 'link', linkname: '../x' },
        { name: 'src/ok.ts', body: 'fine' },
      ]),
      limits,
    )
    expect(text(files)).toEqual({ 'src/ok.ts': 'fine' })
    expect(problems.map((problem) => [problem.code, problem.where?.file])).toEqual([
      ['path', '../../etc/evil.ts'],
      ['path', '/abs.ts'],
      ['link', 'src/l.ts'],
      ['link', 'src/h.ts'],
    ])
  })
  test('a zip that climbs out, and one with a link', async () => {
    expect((await unpackArchive(zip([{ name: '../evil.ts', body: 'x' }]), limits)).problems[0]).toMatchObject(
      { code: 'path', what: expect.stringContaining('../evil.ts') },
    )
    const { files, problems } = await unpackArchive(
      zip([
        { name: 'src/l.ts', body: '/etc/passwd', mode: 0o120777 },
        { name: 'src/ok.ts', body: 'fine' },
      ]),
      limits,
    )
    expect([text(files), problems.map((problem) => problem.code)]).toEqual([
      { 'src/ok.ts': 'fine' },
      ['link'],
    ])
  })
  test.each([
    ['tar', () => tgz([1, 2, 3].map((n) => ({ name: `${n}.ts`, body: 'a'.repeat(90_000) })))],
    ['zip', async () => zip([1, 2, 3].map((n) => ({ name: `${n}.ts`, body: 'a'.repeat(90_000) })))],
    [
      'zip that lies of its sizes',
      async () => zip([1, 2, 3].map((n) => ({ name: `${n}.ts`, body: 'a'.repeat(90_000), claims: 10 }))),
    ],
  ])('a %s that unpacks to more than the limit is stopped', async (_what, make) => {
    expect(await unpackArchive(await make(), limits)).toEqual({
      files: [],
      problems: [expect.objectContaining({ code: 'too-large', what: expect.stringContaining('0.2 MB') })],
    })
  })
  test('more files than the limit', async () =>
    expect(
      (
        await unpackArchive(
          await tgz(Array.from({ length: 60 }, (_, n) => ({ name: `${n}.ts`, body: '' }))),
          limits,
        )
      ).problems[0],
    ).toMatchObject({ code: 'too-many-files' }))
  test('one file over its limit is cut to where that can be told', async () =>
    expect(
      (await unpackArchive(await tgz([{ name: 'a.ts', body: 'a'.repeat(50_000) }]), limits)).files[0]!
        .content,
    ).toHaveLength(10_001))
  test.each([
    ['bytes that are no archive', Buffer.from('hello')],
    ['nothing', Buffer.alloc(0)],
    ['a torn gzip', gzipSync(Buffer.alloc(5000)).subarray(0, 20)],
    ['a torn zip', Buffer.from('PK\x03\x04 and no more')],
  ])('%s: a sentence, no crash', async (_what, bytes) => {
    const { files, problems } = await unpackArchive(bytes, limits)
    expect(files).toEqual([])
    expect(problems).toHaveLength(1)
    expect(problems[0]!.code).toMatch(/^(no|broken)-archive$/)
  })
})
