import { outside } from '../../../tests/outside'
import { membersOf, type Contract } from '../../contract/contract'
import { printType } from '../../contract/type'
import { readLibrary } from '../read'

const read = (files: Record<string, string>) =>
  readLibrary(
    Object.entries(files).map(([path, text]) => ({ path, text })),
    outside,
  )
const contractOf = (text: string, more: Record<string, string> = {}, tag?: string): Contract => {
  const { contracts, problems } = read({ 'src/card.tsx': text, ...more })
  expect(problems).toEqual([])
  return contracts.find((contract) => (tag ? contract.tag === tag : contract.files[0] === 'src/card.tsx'))!
}
const shape = (contract: Contract) => ({
  props: Object.fromEntries(
    membersOf(contract, 'prop').map((member) => [
      member.name,
      `${printType(member.type)}${member.required ? ' required' : ''}${member.default === undefined ? '' : ` = ${member.default}`}`,
    ]),
  ),
  slots: membersOf(contract, 'slot').map((member) => member.name),
  events: membersOf(contract, 'event').map((member) => [
    member.name,
    member.detail && printType(member.detail),
  ]),
  to: membersOf(contract, 'pass-through').map((member) => member.to),
})

test(
  'props through imports, intersections, Omit and Partial; defaults by taking apart; nodes ' +
    'as slots; handlers as events; the rest and its element',
  () => {
    expect(
      shape(
        contractOf(
          `
import type { ReactNode } from 'react'
import type { Sailing } from './types'
type Own = {
  tone?: 'calm' | 'storm'
  head?: ReactNode
  children?: ReactNode
  onBoard?: (deck: number) => void
}
export function FerryCard({
  tone = 'calm',
  head,
  children,
  onBoard,
  ...rest
}: Own & Omit<Sailing, 'ship'> & Partial<{ crowded: boolean }>) {
  return (
    <section {...rest} data-tone={tone}>
      {head}
      {children}
    </section>
  )
}`,
          { 'src/types.ts': 'export interface Sailing { from: string; ship: string }' },
        ),
      ),
    ).toEqual({
      props: { tone: "'calm' | 'storm' = 'calm'", from: 'string required', crowded: 'boolean' },
      slots: ['', 'head'],
      events: [['onBoard', 'number']],
      to: ['section'],
    })
  },
)

test('wrappers that forward references and memoise, generics, unions of props, defaults in the body', () => {
  const contract = contractOf(`
import { forwardRef, memo } from 'react'
type Props<T> = { rows: T[] } & (
  { kind: 'list'; dense?: boolean } | { kind: 'grid'; columns: number }
)
const Inner = forwardRef<HTMLDivElement, Props<string>>((props, ref) => {
  const { dense = true } = props as { dense?: boolean }
  return (
    <div ref={ref} {...props}>
      {String(dense)}
    </div>
  )
})
export const FerryList = memo(Inner)
export { FerryList as default }`)
  expect(contract.tag).toBe('FerryList')
  expect(shape(contract).props).toMatchObject({
    rows: 'string[] required',
    kind: "'list' | 'grid' required",
    columns: 'number',
  })
})

test('plain JavaScript: names taken apart, defaultProps, createElement', () => {
  const { contracts } = read({
    'src/chip.jsx':
      'export const Chip = ({ wind, knots = 3, children, onTurn }) => <i ' +
      "title={wind}>{knots}{children}</i>\nChip.defaultProps = { wind: 'west' }",
    'src/plain.js':
      "import React from 'react'\nexport function Plain({ label }) { return " +
      "React.createElement('b', null, label) }\nexport function NotOne() { return " +
      "document.createElement('b') }",
  })
  expect(contracts.map((contract) => contract.tag)).toEqual(['Chip', 'Plain'])
  expect(shape(contracts[0]!)).toEqual({
    props: { wind: "any = 'west'", knots: 'any = 3' },
    slots: [''],
    events: [['onTurn', undefined]],
    to: [],
  })
})

test('what comes from the page’s own element types is handed on, and is a prop only where it is named', () => {
  const found = shape(
    contractOf(
      "import type { ComponentProps } from 'react'\nexport const Act = ({ disabled, tone = " +
        "'calm', ...rest }: ComponentProps<'button'> & { tone?: 'calm' | 'storm' }) => <button " +
        'disabled={disabled} {...rest}/>',
    ),
  )
  expect(found.props).toEqual({ tone: "'calm' | 'storm' = 'calm'", disabled: 'boolean' })
  expect(found.to).toEqual(['button'])
})

test('uses, two of one name told apart, tests left out', () => {
  const { contracts, problems } = read({
    'src/card.tsx': "import { Chip } from './chip'\nexport function Card() { return <div><Chip/></div> }",
    'src/chip.tsx': 'export function Chip() { return <i/> }',
    'src/other/chip.tsx': 'export function Chip() { return <b/> }',
    'src/card.test.tsx': 'export function Nothing() { return <b/> }',
  })
  expect(contracts.map((contract) => contract.tag)).toEqual(['Card', 'Chip', 'OtherChip'])
  expect(contracts[0]!.uses.map((use) => use.tag)).toEqual(['Chip'])
  expect(problems).toEqual([
    expect.objectContaining({ code: 'left-aside-beside', where: { file: 'src/card.test.tsx' } }),
  ])
})

test('a prop whose name is in quotes is read by its name', () =>
  expect(
    shape(
      contractOf(
        "export function Card({ 'aria-label': label = 'Ferry', ship }: { 'aria-label'?: string; ship: string }) " +
          '{ return <i aria-label={label}>{ship}</i> }',
      ),
    ).props,
  ).toEqual({ 'aria-label': "string = 'Ferry'", ship: 'string required' }))

test('components that ask for a context are companions of the one that hands it down, in another file too', () => {
  const { contracts } = readLibrary(
    [
      {
        path: 'src/context.ts',
        text: "import { createContext } from 'react'\nexport const Open = createContext('')\nexport const Quiet = createContext(false)",
      },
      {
        path: 'src/Fold.tsx',
        text: `import { Open } from './context'
export function Fold({ open, children }: { open?: string; children?: React.ReactNode }) {
  return <Open.Provider value={open ?? ''}><Edge />{children}</Open.Provider>
}
function Edge() { return <hr /> }`,
      },
      {
        path: 'src/Leaf.tsx',
        text: `import { useContext as ask } from 'react'
import { Open, Quiet } from './context'
function useOpen(name: string) { return ask(Open) === name }
export function Leaf({ name }: { name: string }) { return useOpen(name) ? <b>{name}</b> : null }
export function Hush() { return ask(Quiet) ? null : <i>…</i> }`,
      },
      {
        path: 'src/Reel.tsx',
        text: `import { Hush, Leaf } from './Leaf'
function Frame() { return <p /> }
function Reel({ children }: { children?: React.ReactNode }) { return <ol>{children}</ol> }
Reel.Hush = Hush
export default Object.assign(Reel, { Frame, Leaf })`,
      },
    ],
    outside,
  )
  const companions = Object.fromEntries(contracts.map((contract) => [contract.tag, contract.companions]))
  expect(companions).toMatchObject({
    Fold: ['Leaf'],
    Leaf: undefined,
    Hush: undefined,
    Reel: ['Leaf', 'Hush'],
  })
})

test('of a type that is told by its name only, values are known that it takes', () => {
  const contract = contractOf(
    'type Tag = keyof Elements | ((props: object) => unknown)\ninterface Elements { section: 1; article: 2; b: 3 }\n' +
      'export function Card<As extends Tag>({ as, data }: { as?: As & Tag; data?: Map<string, string> }) ' +
      '{ return <p>{String(as)}{data?.size}</p> }',
  )
  const asked = membersOf(contract, 'prop').map(({ name, asked }) => [name, asked])
  expect(asked).toEqual([
    ['as', ['section', 'article']],
    ['data', undefined],
  ])
})
