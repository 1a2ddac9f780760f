import { readLibrary } from '../read'

const companionsIn = (files: Record<string, string>, tag: string) =>
  readLibrary(Object.entries(files).map(([path, text]) => ({ path, text }))).contracts.find(
    (contract) => contract.tag === tag,
  )?.companions

test('parts that ask for what a component of Svelte hands down, also by a helper of the library', () => {
  const files = {
    'Fold.svelte': "<script>import { setContext } from 'svelte'\nsetContext('fold', {})</script><slot />",
    'Leaf.svelte':
      "<script>import { foldAround } from './around.js'\nconst fold = foldAround()</script><i>{fold}</i>",
    'Stem.svelte': "<script>import { getContext } from 'svelte'\ngetContext('stem')</script><i></i>",
    'around.js':
      "import { getContext } from 'svelte'\nexport const foldAround = () => getContext('fold')\nexport const x = 1",
  }
  expect(companionsIn(files, 'Fold')).toEqual(['Leaf'])
  expect(companionsIn(files, 'Stem')).toBeUndefined()
})

test('parts that ask for what a component of Vue hands down: by a key that is declared, and by options', () => {
  const files = {
    'keys.ts': "export const fold = Symbol('fold')",
    'Fold.vue':
      "<script setup>import { provide } from 'vue'\nimport { fold } from './keys'\nprovide(fold, 1)</script><template><slot /></template>",
    'Leaf.vue':
      "<script setup>import { inject } from 'vue'\nimport { fold } from './keys'\ninject(fold)</script><template><i /></template>",
    'Row.vue':
      '<script>export default { provide() { return { row: 1 } } }</script><template><slot /></template>',
    'Cell.vue': "<script>export default { inject: ['row'] }</script><template><i /></template>",
  }
  expect(companionsIn(files, 'Fold')).toEqual(['Leaf'])
  expect(companionsIn(files, 'Row')).toEqual(['Cell'])
})

test('values that markup compares a prop with are asked for', () => {
  const { contracts } = readLibrary([
    {
      path: 'Head.svelte',
      text: "<script>export let tag = 'div'</script>{#if tag === 'h3'}<h3><slot /></h3>{:else}<slot />{/if}",
    },
    {
      path: 'Foot.vue',
      text: '<script setup>defineProps({ tone: String })</script><template><b v-if="tone === \'loud\'" /></template>',
    },
  ])
  const asked = contracts.flatMap(({ members }) =>
    members.flatMap((member) => (member.kind === 'prop' ? [[member.name, member.asked]] : [])),
  )
  expect(asked).toEqual([
    ['tone', ['loud']],
    ['tag', ['h3']],
  ])
})
