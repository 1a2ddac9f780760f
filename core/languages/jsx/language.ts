import type { Language } from '../language'

export const jsx: Language<'jsx'> = {
  name: 'jsx',
  title: 'a function component',
  endings: [],
  isElement: false,
  callsMethods: false,
  adapter: 'react',
  codeStyles: ['react'],
}
