import { told } from '../../../tests/told'

// Components that are files, called as their package calls them.

const card = '<script>\n  let { tone = 1 } = $props()\n</script>\n<b>{tone}</b>'
const svelte = {
  'package.json': '{"name":"q","exports":{".":{"svelte":"./dist/index.js","default":"./dist/index.js"}}}',
}

test('by the name that is imported, members with the name of what they belong to', () => {
  expect(
    Object.keys(
      told({
        ...svelte,
        'dist/index.js':
          "export * from './fold/index.js'\nexport { default as Card } from './x-card.svelte'\nexport * as Tabs from './tabs.js'",
        'dist/fold/index.js': "export { Fold } from './made.js'",
        'dist/fold/made.js':
          "import Root from './parts/root.svelte'\nimport Item from './parts/item.svelte'\n" +
          'export const Fold = Object.assign(Root, { Item, Round: Fold })',
        'dist/fold/parts/root.svelte': card,
        'dist/fold/parts/item.svelte': card,
        'dist/x-card.svelte': card,
        'dist/tabs.js':
          "export { default as Root } from './tabs/root.svelte'\nexport { default as Item } from './tabs/item.svelte'",
        'dist/tabs/root.svelte': card,
        'dist/tabs/item.svelte': card,
        'dist/inner/root.svelte': card,
      }),
    ).sort(),
  ).toEqual(['Card', 'Fold', 'FoldItem', 'Root', 'TabsItem', 'TabsRoot'])
})

test('where the package says nothing, those of one name are told apart by folders, and none is lost', () => {
  expect(
    Object.keys(
      told({ 'a/parts/root.svelte': card, 'b/parts/root.svelte': card, 'c/parts/root.svelte': card }),
    ).sort(),
  ).toEqual(['CRoot', 'PartsRoot', 'Root'])
})

test('the props of a component that does not take them apart, also those of another package', () => {
  expect(
    told(
      {
        'fold.svelte':
          "<script lang=\"ts\">\nimport type { Given } from 'kit'\nimport type { HTMLAttributes } from 'svelte/elements'\n" +
          "interface Props extends Omit<Given, 'id'>, HTMLAttributes<HTMLElement> { tone?: 'calm' }\n" +
          'const props: Props = $props()\nconst { children, ...rest } = $derived(props)\n</script>\n' +
          '<b {...rest}>{@render children?.()}</b>',
      },
      {
        'kit/package.json': '{"name":"kit","types":"./k.d.ts"}',
        'kit/k.d.ts': 'export interface Given { id: string; open?: boolean }',
        'svelte/package.json': '{"name":"svelte","exports":{"./elements":{"types":"./elements.d.ts"}}}',
        'svelte/elements.d.ts': 'export interface HTMLAttributes<T> { title?: string }',
        'typescript/lib/lib.es2023.d.ts':
          'type Exclude<T, U> = T extends U ? never : T\ntype Pick<T, K extends keyof T> = { [P in K]: T[P] }\n' +
          'type Omit<T, K> = Pick<T, Exclude<keyof T, K>>\ninterface HTMLElement {}',
      },
    ),
  ).toEqual({ Fold: ["prop tone 'calm'", 'prop open boolean', 'slot ', 'pass-through attributes'] })
})
