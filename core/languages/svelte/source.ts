import type { SourceLanguage } from '../source'
import { svelte } from './language'
import { declareSvelte } from './declare'
import { readSvelte } from './read'
import { svelteSkeleton } from './skeleton'

export const svelteSource: SourceLanguage = {
  language: svelte,
  read: readSvelte,
  skeletons: (input) => [svelteSkeleton(input)],
  beginsWithSlot: true,
  declare: declareSvelte,
}
