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
    })),
  written: writtenInVue,
  compile: compileVue,
}
