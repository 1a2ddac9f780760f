import { told } from '../../../tests/told'

// Function components as packages hand them on.

test('declarations of the entry of a folder speak of what it hands on', () => {
  expect(
    told({
      'package.json': '{"name":"q","main":"index.js","module":"es6/index.js"}',
      'es6/index.js': "export * from './Box'",
      'es6/Box/index.js': "export { Box } from './Box'",
      'es6/Box/Box.js':
        "import { jsx } from 'react/jsx-runtime'\nexport const Box = ({ pad, ...rest }) => jsx('div', rest)",
      'es6/Box/index.d.ts':
        "export interface BoxProps { pad?: 'small' | 'large'; round?: boolean }\n" +
        'export declare const Box: (props: BoxProps) => unknown',
    }),
  ).toEqual({ Box: ["prop pad 'small' | 'large'", 'prop round boolean', 'pass-through attributes'] })
})

test('a package that names no declarations has them beside its entry', () => {
  expect(
    told({
      'package.json': '{"name":"q","main":"lib/q.js"}',
      'lib/q.js': "export { Chip } from './parts/chip.js'",
      'lib/q.d.ts': "export declare function Chip(props: { tone?: 'calm' }): unknown",
      'lib/parts/chip.js':
        "import { jsx } from 'react/jsx-runtime'\nexport const Chip = ({ tone }) => jsx('i', { tone })",
    }),
  ).toEqual({ Chip: ["prop tone 'calm'"] })
})

test('what is only given another name is told once, by the name that is handed on', () => {
  expect(
    Object.keys(
      told({
        'package.json': '{"name":"q","module":"index.js"}',
        'index.js': "export { default as Fold } from './fold'\nexport { default as Tabs } from './tabs'",
        'fold/index.js':
          "import Inner from './Fold'\nimport Leaf from './Leaf'\nconst Fold = Inner\nFold.Leaf = Leaf\nexport default Fold",
        'fold/Fold.js': 'const Fold = ({ open }) => <b>{open}</b>\nexport default Fold',
        'fold/Leaf.js': 'const Leaf = ({ at }) => <b>{at}</b>\nexport default Leaf',
        'tabs/index.js': "import Inner from './Tabs'\nexport default Object.assign(Inner, { Fold: 1 })",
        'fold/parts.js':
          'export const FoldRoot = ({ on }) => <b>{on}</b>\nconst Root = FoldRoot\nexport { Root }',
        'tabs/Tabs.js': 'const Tabs = ({ on }) => <b>{on}</b>\nexport default Tabs',
      }),
    ),
  ).toEqual(['Fold', 'FoldRoot', 'Leaf', 'Tabs'])
})

test('what is handed on keeps its name; what is inside and called alike is told with its folder', () => {
  expect(
    Object.keys(
      told({
        'package.json': '{"name":"q","module":"index.js"}',
        'index.js': "export { default as Panel } from './z/Panel'",
        'a/Panel.js': 'export default function Panel({ a }) { return <b>{a}</b> }',
        'b/Panel.js': 'export default function Panel({ b }) { return <b>{b}</b> }',
        'z/Panel.js': 'export default function Panel({ z }) { return <b>{z}</b> }',
      }),
    ),
  ).toEqual(['APanel', 'BPanel', 'Panel'])
})

test('hooks, contexts and functions that make components are none', () => {
  expect(
    told({
      'useFold.jsx': 'function useFold() { return () => <b /> }\nexport default useFold',
      'makeFold.jsx':
        'function makeFold(tag) { return ({ open }) => <b>{open}</b> }\nexport default makeFold',
      'Chip.jsx': 'export default ({ tone }) => <b>{tone}</b>',
    }),
  ).toEqual({ Chip: ['prop tone any'] })
})

test('a component that wraps an element of the library for another framework is left aside, and said', () => {
  expect(
    told({
      'chip.js': "export class XChip extends HTMLElement {}\ncustomElements.define('x-chip', XChip)",
      'react/chip.js':
        "import { wrap } from '@kit/react'\nimport { XChip } from '../chip.js'\n" +
        "export const Chip = wrap({ tagName: 'x-chip', elementClass: XChip, events: {} })",
      'react/chip.d.ts': 'export declare const Chip: (props: { tone?: string }) => JSX.Element',
    }),
  ).toEqual({ 'x-chip': [], problems: ['left-aside-wrappers'] })
})

const reactTypes = {
  'react/package.json': '{"name":"react","types":"./index.d.ts"}',
  'react/index.d.ts': `
export type ReactNode = string | number | null
export interface FC<P> { (props: P): ReactNode }`,
}
const catalogue = Array.from({ length: 90 }, (_, i) => `  m${i}?: string | number`).join('\n')
/** A library of so many components that all take what a catalogue of styles has. */
const styled = (components: number) => ({
  'package.json': '{"name":"q","peerDependencies":{"react":"19"}}',
  'src/styles.ts': `export interface Styles {\n${catalogue}\n}`,
  ...Object.fromEntries(
    Array.from({ length: components }, (_, i) => [
      `src/part-${i}.tsx`,
      `import type { Styles } from './styles'
export interface Part${i}Props extends Styles { own${i}?: boolean }
export function Part${i}({ own${i}, m7, ...rest }: Part${i}Props) { return <div {...rest}>{m7}</div> }`,
    ]),
  ),
})

test('a catalogue that all components take is no more their own than the attributes of every element', () => {
  const many = told(styled(12), reactTypes)
  expect(many).toMatchObject({
    Part3: ['prop own3 boolean', 'prop m7 string | number', 'pass-through attributes'],
  })
  expect(many.problems).toBeUndefined()
  // what a few take is theirs, however much it is
  expect((told(styled(3), reactTypes) as Record<string, string[]>)['Part1']).toHaveLength(92)
})

test('what a helper makes in compiled code is declared with the entry that hands it on', () => {
  expect(
    told(
      {
        'package.json':
          '{"name":"q","module":"dist/esm/index.js","types":"dist/types/index.d.ts","peerDependencies":{"react":"19"}}',
        'dist/esm/index.js': "export { Row } from './row.js'",
        'dist/esm/row.js': `
import { makeContext } from './make.js'
const { withContext } = makeContext('row')
const Row = withContext('div', 'root')
const Item = withContext('div', 'item')
export { Row, Item }`,
        'dist/esm/make.js':
          'export const makeContext = (key) => ({ withContext: (as, part) => globalThis[key](as, part) })',
        'dist/types/index.d.ts': `
import type { FC } from 'react'
export declare const Row: FC<{ gap?: 'small' | 'large' }>
/** Another of the same name. */
export declare const Item: FC<{ other?: boolean }>`,
      },
      reactTypes,
    ),
  ).toEqual({ Row: ["prop gap 'small' | 'large'"] })
})
