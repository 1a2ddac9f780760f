import { createHash } from 'node:crypto'
import { z } from 'zod'
import { reasonSchema, type Reason } from '~~/core/pictures/because'
import type { Box } from '~~/core/pictures/compare'
import type { Store } from './database'
import { runsIn } from './runs'

/** A picture as a PNG file, in pixels. */
export interface PictureFile {
  png: Uint8Array
  width: number
  height: number
}

/** A picture that was taken, by the hash of its file, or why it could not be. */
export type Taken = { image: string; width: number; height: number } | { failed: string }

/** How two pictures differ, by the hashes of their files. */
export interface PictureDifference {
  before: string
  now: string
  /** Pixels that differ; none where a person sees the same. */
  pixels: number
  box: Box | null
  /** Where in either something is painted. */
  painted: Box
  /** The picture that marks them. */
  marks: string | null
  /** Whether both looked the same when they were taken once more; nothing while that was not asked. */
  steady: boolean | null
  reasons: Reason[]
}

/** What somebody said of a change of how a component looks. */
export interface Verdict {
  tag: string
  before: string
  now: string
  accepted: boolean
  by: string | null
  made_at: Date
}

/** What is known of pictures, by their keys; those that are asked for are kept for longer. */
export async function picturesBy(
  db: Store,
  library: string,
  keys: readonly string[],
): Promise<Map<string, Taken>> {
  const rows: { key: string; image: string | null; failed: string | null; width: number; height: number }[] =
    await db('pictures')
      .leftJoin('picture_images', 'picture_images.hash', 'pictures.image')
      .where({ library_id: library })
      .whereRaw('key = any(?)', [[...keys]])
      .select('key', 'image', 'failed', 'width', 'height')
  return new Map(
    rows.map(({ key, image, failed, width, height }) => [
      key,
      image === null ? { failed: failed ?? '' } : { image, width, height },
    ]),
  )
}

/** Marks pictures as wanted, so that they are not tidied away. */
export const usePictures = (db: Store, library: string, keys: readonly string[]): Promise<number> =>
  db('pictures')
    .where({ library_id: library })
    .whereRaw('key = any(?)', [[...keys]])
    .update({ used_at: db.fn.now() })

/** Keeps the file of a picture, and answers its hash. */
async function keepImage(db: Store, { png, width, height }: PictureFile): Promise<string> {
  const hash = createHash('sha256').update(png).digest('hex')
  await db('picture_images')
    .insert({ hash, content: Buffer.from(png), width, height })
    .onConflict('hash')
    .ignore()
  return hash
}

export async function keepPicture(
  db: Store,
  library: string,
  key: string,
  taken: PictureFile | { failed: string },
): Promise<void> {
  await db.transaction(async (trx) => {
    const row =
      'failed' in taken
        ? { image: null, failed: taken.failed }
        : { image: await keepImage(trx, taken), failed: null }
    await trx('pictures')
      .insert({ library_id: library, key, ...row })
      .onConflict(['library_id', 'key'])
      .merge({ ...row, used_at: trx.fn.now() })
  })
}

/** The file of a picture, where it is one of a library's. */
export async function imageOf(db: Store, library: string, hash: string): Promise<Buffer | undefined> {
  const row: { content: Buffer } | undefined = await db('picture_images')
    .where({ hash })
    .where((either) =>
      either
        .whereExists(db('pictures').where({ library_id: library, image: hash }))
        .orWhereExists(db('picture_differences').where({ library_id: library, marks: hash })),
    )
    .first('content')
  return row?.content
}

const reasons = z.array(reasonSchema)

/** How pairs of pictures differ that were compared, by both their hashes; see `pairKey`. */
export async function pictureDifferences(
  db: Store,
  library: string,
  images: readonly string[],
): Promise<Map<string, PictureDifference>> {
  const rows: (Omit<PictureDifference, 'reasons'> & { reasons: unknown })[] = await db('picture_differences')
    .where({ library_id: library })
    .whereRaw('now = any(?)', [[...images]])
    .select('before', 'now', 'pixels', 'box', 'painted', 'marks', 'steady', 'reasons')
  return new Map(
    rows.map((row) => [pairKey(row.before, row.now), { ...row, reasons: reasons.parse(row.reasons) }]),
  )
}

export const pairKey = (before: string, now: string): string => `${before} ${now}`

export async function keepDifference(
  db: Store,
  library: string,
  {
    marks,
    box,
    painted,
    ...pair
  }: Pick<PictureDifference, 'before' | 'now' | 'pixels' | 'box' | 'painted'> & { marks: PictureFile | null },
): Promise<void> {
  await db.transaction(async (trx) => {
    const hash = marks && (await keepImage(trx, marks))
    await trx('picture_differences')
      .insert({
        library_id: library,
        ...pair,
        box: box && JSON.stringify(box),
        painted: JSON.stringify(painted),
        marks: hash,
      })
      .onConflict(['library_id', 'before', 'now'])
      .ignore()
  })
}

export const keepReasons = (
  db: Store,
  library: string,
  { before, now, steady, reasons: found }: Pick<PictureDifference, 'before' | 'now' | 'steady' | 'reasons'>,
): Promise<number> =>
  db('picture_differences')
    .where({ library_id: library, before, now })
    .update({ steady, reasons: JSON.stringify(found) })

/**
 * Forgets pictures that could not be taken, and those that did not hold still, so that the next run takes them
 * anew: a busy machine may have been why.
 */
export const forgetUnsettled = (db: Store, library: string): Promise<void> =>
  db.transaction(async (trx) => {
    const restless = () => trx('picture_differences').where({ library_id: library, steady: false })
    await trx('pictures')
      .where({ library_id: library })
      .where((either) =>
        either
          .whereNotNull('failed')
          .orWhereIn('image', restless().select('before'))
          .orWhereIn('image', restless().select('now')),
      )
      .delete()
    await restless().delete()
  })

export const verdictsOf = (db: Store, library: string): Promise<Verdict[]> =>
  db('picture_verdicts')
    .leftJoin('people', 'people.id', 'picture_verdicts.made_by')
    .where({ library_id: library })
    .select('tag', 'before', 'now', 'accepted', 'people.name as by', 'made_at')

type Judged = Pick<Verdict, 'tag' | 'before' | 'now'>

export const keepVerdict = (
  db: Store,
  library: string,
  { accepted, ...judged }: Judged & { accepted: boolean },
  by: string,
): Promise<unknown> =>
  db('picture_verdicts')
    .insert({ library_id: library, ...judged, accepted, made_by: by })
    .onConflict(['library_id', 'tag', 'before', 'now'])
    .merge({ accepted, made_by: by, made_at: db.fn.now() })

export const dropVerdict = (db: Store, library: string, { tag, before, now }: Judged): Promise<number> =>
  db('picture_verdicts').where({ library_id: library, tag, before, now }).delete()

/** Forgets pictures that nobody asked for in a month, and files that none of them has any more. */
export async function tidyPictures(db: Store): Promise<void> {
  await db('pictures').whereRaw("used_at < now() - interval '30 days'").delete()
  const isUsed = (column: string) => db('pictures').whereRaw('pictures.image = ??', [column])
  await db('picture_differences')
    .whereNotExists(isUsed('picture_differences.before'))
    .orWhereNotExists(isUsed('picture_differences.now'))
    .delete()
  await db('picture_images')
    .whereNotExists(isUsed('picture_images.hash'))
    .whereNotExists(db('picture_differences').whereRaw('marks = picture_images.hash'))
    .delete()
}

export const pictureRuns = runsIn<{
  /** The version that the shelf is compared with. */
  version: string | null
}>({
  table: 'picture_runs',
  queue: 'pictures',
  begins: { version: null },
  interrupted: {
    code: 'interrupted',
    what: 'The server stopped while pictures were being taken. Those that were taken until then are kept.',
    todo: 'Take the rest.',
  },
})
