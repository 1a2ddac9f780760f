import { vueSkeleton } from '../../begin/vue'
import { readVue } from '../../read/vue/read'
import type { SourceLanguage } from '../source'
import { declareVue } from './declare'
import { vue } from './language'

export const vueSource: SourceLanguage = {
  language: vue,
  read: readVue,
  skeletons: ({ sources, alike, names, wish }) => [vueSkeleton(sources, alike, names, wish)],
  beginsWithSlot: true,
  declare: declareVue,
}
