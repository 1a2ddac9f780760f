import type { Names, Wish } from '../begin/wish'
import type { Contract } from '../contract/contract'
import type { CheckedTypes } from '../read/source/checked-types'
import type { Reading } from '../read/source/reading'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import type { Language } from './language'
import type { LanguageName } from './languages'

/** The files of a component that is begun, and the one of the library it was made after. */
export interface Skeleton {
  made: SourceText[]
  model: Contract | undefined
}

/** What a skeleton is made from: the components of the library that are written in the same language. */
export interface SkeletonInput {
  sources: SourceSet
  alike: Contract[]
  prefix: string
  names: Names
  wish: Wish
}

import type { NeverTogether } from '../variants/combination'
/**
 * How source of one language is read, begun and declared. Pure; it may take a compiler along, and is
 * therefore not for pages.
 */
export interface SourceLanguage {
  language: Language<LanguageName>
  /** The components in a library. One that cannot be read is a problem by name and costs only itself. */
  read(sources: SourceSet, types: CheckedTypes): Reading
  /**
   * A new component after the library's others, the likeliest first; each is read back before it is offered.
   */
  skeletons(input: SkeletonInput): Iterable<Skeleton>
  /** Whether a component that is begun always has a slot: one that was read back without is no good. */
  beginsWithSlot: boolean
  /**
   * What a component's declarations say in a package, where the compiler does not write them from its source;
   * values that must never be given together are refused by its props.
   */
  declare?(contract: Contract, never?: readonly NeverTogether[]): string
}
