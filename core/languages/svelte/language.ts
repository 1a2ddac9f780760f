import type { Language } from '../language'

export const svelte: Language<'svelte'> = {
  name: 'svelte',
  title: 'a Svelte component',
  endings: ['svelte'],
  editor: 'html',
  isElement: false,
  callsMethods: true,
  runsOn: 'svelte',
  adapter: 'svelte',
  sourceCondition: 'svelte',
  passesByPlace: true,
  handsDown: { by: 'setContext', askedBy: 'getContext' },
  scopeMark: /\.svelte-[\w-]+/g,
  codeStyles: ['svelte'],
}
