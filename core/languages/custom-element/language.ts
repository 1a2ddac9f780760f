import type { Language } from '../language'

export const customElement: Language<'custom-element'> = {
  name: 'custom-element',
  title: 'a custom element',
  endings: [],
  isElement: true,
  callsMethods: true,
  codeStyles: ['html', 'vue', 'react', 'angular'],
}
