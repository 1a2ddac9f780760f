import { functionSkeleton } from '../../begin/functions'
import { readFunctions } from '../../read/functions/read'
import type { SourceLanguage } from '../source'
import { declareFunction } from './declare'
import { jsx } from './language'

export const jsxSource: SourceLanguage = {
  language: jsx,
  read: readFunctions,
  skeletons: ({ sources, alike, names, wish }) => [functionSkeleton(sources, alike, names, wish)],
  beginsWithSlot: false,
  declare: declareFunction,
}
