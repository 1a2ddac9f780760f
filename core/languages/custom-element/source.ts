import { elementSkeletons } from '../../begin/element-skeletons'
import { readCustomElements } from '../../read/custom-elements/read'
import type { SourceLanguage } from '../source'
import { customElement } from './language'

export const customElementSource: SourceLanguage = {
  language: customElement,
  read: readCustomElements,
  skeletons: elementSkeletons,
  beginsWithSlot: true,
}
