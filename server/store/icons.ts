import { z } from 'zod'
import {
  glyphSchema,
  iconSettingsSchema,
  noIconSettings,
  type Glyph,
  type IconSet,
  type IconSettings,
} from '~~/core/icons/glyph'
import type { OwnIcons } from '~~/core/icons/ways'
import type { Store } from './database'

export interface KeptSet extends IconSet {
  by: string | null
  made_at: Date
}

/** The sets of glyphs that a library keeps, by name. */
export async function iconSetsOf(db: Store, library: string): Promise<KeptSet[]> {
  const rows: { name: string; glyphs: unknown; by: string | null; made_at: Date }[] = await db('icon_sets')
    .leftJoin('people', 'people.id', 'icon_sets.made_by')
    .where({ library_id: library })
    .orderBy('icon_sets.name')
    .select('icon_sets.name', 'glyphs', 'people.name as by', 'icon_sets.made_at')
  return rows.map((row) => ({ ...row, glyphs: z.array(glyphSchema).parse(row.glyphs) }))
}

/** Which glyphs each theme wears, with the number that counts up whenever that or a set changes. */
export async function iconSettingsOf(
  db: Store,
  library: string,
): Promise<{ settings: IconSettings; revision: number }> {
  const row: { settings: unknown; revision: number } | undefined = await db('icon_settings')
    .where({ library_id: library })
    .first('settings', 'revision')
  return row
    ? { settings: iconSettingsSchema.parse(row.settings), revision: row.revision }
    : { settings: noIconSettings, revision: 0 }
}

/** Keeps which glyphs are worn, over the number somebody saw; `false` where somebody else was first. */
export async function keepIconSettings(
  db: Store,
  library: string,
  settings: IconSettings,
  over: number,
): Promise<boolean> {
  const row = { settings: JSON.stringify(settings), revision: over + 1 }
  const kept: unknown[] =
    over === 0
      ? await db('icon_settings')
          .insert({ library_id: library, ...row })
          .onConflict('library_id')
          .ignore()
          .returning('revision')
      : await db('icon_settings')
          .where({ library_id: library, revision: over })
          .update(row)
          .returning('revision')
  return kept.length === 1
}

/** Keeps a set under a name that none has yet; `false` where one has. */
export async function addIconSet(
  db: Store,
  library: string,
  name: string,
  glyphs: readonly Glyph[],
  by: string | undefined,
): Promise<boolean> {
  const added: unknown[] = await db('icon_sets')
    .insert({ library_id: library, name, glyphs: JSON.stringify(glyphs), made_by: by ?? null })
    .onConflict(['library_id', 'name'])
    .ignore()
    .returning('name')
  if (added.length === 1) await countUp(db, library)
  return added.length === 1
}

export async function dropIconSet(db: Store, library: string, name: string): Promise<boolean> {
  const dropped = (await db('icon_sets').where({ library_id: library, name }).delete()) === 1
  if (dropped) await countUp(db, library)
  return dropped
}

const countUp = async (db: Store, library: string): Promise<void> => {
  await db('icon_settings')
    .insert({ library_id: library, settings: JSON.stringify(noIconSettings), revision: 1 })
    .onConflict('library_id')
    .merge({ revision: db.raw('icon_settings.revision + 1') })
}

/** What a revision has of icons; nothing where it was brought in before that was asked. */
export const iconsOfRevision = async (db: Store, revision: string): Promise<OwnIcons | undefined> =>
  ((await db('revisions').where({ id: revision }).first('icons'))?.icons as OwnIcons | null) ?? undefined
