import { readVueTemplate } from '../../read/vue/template'
import type { LanguageFile } from '../file'
import { compileVue } from './compile'
import { vue } from './language'
import { vueParts, vueScript } from './script'
import { writtenInVue } from './written'

export const vueFile: LanguageFile = {
  endings: vue.endings,
  script: vueScript,
  sheets: (path, text) =>
    vueParts(path, text).descriptor.styles.map((style) => ({
      content: style.content,
      offset: style.loc.start.offset,
      isOpen: style.scoped !== true && style.module === undefined,
    })),
  expressions: (path, text) => readVueTemplate(vueParts(path, text).descriptor, path, true).expressions,
  written: writtenInVue,
  compile: compileVue,
}
