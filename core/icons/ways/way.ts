import type { SourceSet } from '../../read/source/source-set'
import type { SourceText } from '../../read/source/source-text'
import type { Written } from '../../read/places'
import type { IconStore, IconUse, OwnGlyph } from '../glyph'

/** A library's source as ways look at it. */
export interface IconSource {
  files: readonly SourceText[]
  sources: SourceSet
  /** Elements of markup that stand in any file. */
  written(): Written
}

/**
 * A way in which a library keeps its glyphs and asks for them. One file each; `ways.ts` lists them.
 */
export interface IconWay {
  way: IconStore['way']
  /** Where glyphs are kept in this way. */
  find(source: IconSource): IconStore[]
  glyphs(store: IconStore, source: IconSource): OwnGlyph[]
  uses(store: IconStore, source: IconSource): IconUse[]
  /**
   * The files with other drawings in place of some glyphs, by role; only those that are otherwise then, on the
   * same number of lines.
   */
  swap(store: IconStore, source: IconSource, drawings: ReadonlyMap<string, string>): SourceText[]
}
