import type { Language } from '../language'

export const vue: Language<'vue'> = {
  name: 'vue',
  title: 'a Vue component',
  endings: ['vue'],
  editor: 'vue',
  isElement: false,
  callsMethods: true,
  runsOn: 'vue',
  adapter: 'vue',
  handsDown: { by: 'provide', askedBy: 'inject' },
  scopeMark: /\[data-v-[\w-]+\]/g,
  codeStyles: ['vue'],
}
