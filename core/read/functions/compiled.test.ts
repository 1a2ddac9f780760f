import { told } from '../../../tests/told'
import { readLibrary } from '../read'

test('compiled components in .mjs, with what they pass on', () => {
  expect(
    told({
      'a.mjs': `
import { jsx as _jsx } from 'react/jsx-runtime'
import { forwardRef } from 'react'
const Bell = forwardRef(({ tone = 'low', ...rest }, ref) => _jsx('b', { ref, 'data-tone': tone, ...rest }))
Bell.displayName = 'Bell'
export { Bell }
export function Plain({ a }) { return _jsx('i', { children: a }) }`,
      'b.mjs': `
import * as React from 'react'
var Chime = React.forwardRef(function Chime(props, ref) {
  const { tone = 'low', ...other } = props
  return React.createElement('b', _extends({}, other, { ref }), tone)
})
export { Chime as default }`,
    }),
  ).toEqual({
    Bell: ["prop tone any = 'low'", 'pass-through attributes'],
    Plain: ['prop a any'],
    Chime: ["prop tone any = 'low'", 'pass-through attributes'],
  })
})

test('declarations past what the compiler is given are told, and those within are used', () => {
  const files = {
    'a.js': 'export function A({ tone }) { return <b>{tone}</b> }',
    'a.d.ts': "export declare function A(props: { tone?: 'low' }): unknown",
    'b.js': 'export function B({ tone }) { return <b>{tone}</b> }',
    'b.d.ts': `/* ${'x'.repeat(8_000_000)} */\nexport declare function B(props: { tone?: 'low' }): unknown`,
  }
  expect(told(files)).toEqual({
    A: ["prop tone 'low'"],
    B: ['prop tone any'],
    problems: ['declarations-too-large'],
  })
})

test('declarations beside compiled code are joined with what the code takes', () => {
  expect(
    told({
      'Chime.jsx': `
export function Chime({ note, volume = 3, hidden, ...rest }) {
  return (
    <b {...rest}>
      {note}
      {volume}
      {hidden}
    </b>
  )
}`,
      'Chime.d.ts': `
export interface ChimeProps {
  volume?: number
  note: 'low' | 'high'
  tone?: string
}
export declare function Chime(props: ChimeProps): unknown`,
    }),
  ).toEqual({
    Chime: [
      'prop volume number = 3',
      "prop note 'low' | 'high'",
      'prop tone string',
      'prop hidden any',
      'pass-through attributes',
    ],
  })
})

const reactTypes = {
  'react/package.json': '{"name":"react","version":"19.0.0","types":"index.d.ts"}',
  'react/index.d.ts': `
export = React
declare namespace React {
  interface ReactElement {
    type: unknown
  }
  namespace JSX {
    interface Element extends ReactElement {}
  }
}`,
}

test('code that was made small keeps the names by which it is asked for', () => {
  expect(
    told({
      'package.json': '{"name":"q","module":"./dist/index.js","peerDependencies":{"react":"19"}}',
      'dist/index.js': `export*from"./button.js";export{default as Chip}from"./c.js";`,
      'dist/button.js': `
import { createElement as r } from 'react'
let n = 'b'
function t({ tone: e }) {
  return r(n, { className: e })
}
let L = t
export { L as Button, n as t }`,
      'dist/c.js': `
import { createElement as r } from 'react'
function a({ wind: e }) {
  return r('i', { title: e })
}
export { a as default }`,
    }),
  ).toEqual({ Button: ['prop tone any'], Chip: ['prop wind any'] })
})

test('a component that only its declarations tell, whatever helper makes its markup', () => {
  expect(
    told(
      {
        'package.json': '{"name":"q","module":"./dist/index.js","peerDependencies":{"react":"19"}}',
        'dist/index.js': `export*from"./tab.js";`,
        'dist/tab.js': `
import { useRender as u } from 'helpers'
function a(e) {
  return u()({ ours: e })
}
let L = wrap(a)
export { L as Tab, a as makeTab }
export const Size = 4`,
        'dist/tab.d.ts': `import type { JSX } from 'react'
interface Tabbed { (props: { label: string; open?: boolean }): JSX.Element }
export declare const Tab: Tabbed
export declare const Size: number
export declare function makeTab(props: { label: string }): JSX.Element`,
      },
      reactTypes,
    ),
  ).toEqual({ Tab: ['prop label string', 'prop open boolean'] })
})

test('a package that hands on its components by an entry of their own, or under one name, hands them on', () => {
  const inner = (entries: Record<string, string>) =>
    readLibrary(
      Object.entries({
        'dist/c.js': `
import { createElement as r } from 'react'
export function Chip({ wind }) {
  return r('i', { title: wind })
}`,
        'dist/d.js': `
import { createElement as r } from 'react'
export function Dot({ wide }) {
  return r('i', { title: wide })
}`,
        ...entries,
      }).map(([path, text]) => ({ path, text })),
    ).contracts.map(({ tag, inner }) => [tag, inner ?? false])
  const packaged = (exports: Record<string, string>) =>
    JSON.stringify({ name: 'q', exports, peerDependencies: { react: '19' } })
  expect(
    inner({
      'package.json': packaged({ '.': './dist/index.js', './parts': './dist/parts.js' }),
      'dist/index.js': 'export const make = () => 1',
      'dist/parts.js': `export * from './c.js'`,
    }),
  ).toEqual([
    ['Chip', false],
    ['Dot', true],
  ])
  expect(
    inner({
      'package.json': packaged({ '.': './dist/index.js' }),
      'dist/index.js': `export * as parts from './c.js'`,
    }),
  ).toEqual([
    ['Chip', false],
    ['Dot', true],
  ])
  // what hands on none says nothing of them
  expect(
    inner({
      'package.json': packaged({ '.': './dist/index.js' }),
      'dist/index.js': 'export const make = () => 1',
    }),
  ).toEqual([
    ['Chip', false],
    ['Dot', false],
  ])
})

test('members of another name keep names of their own', () => {
  const { contracts } = readLibrary(
    Object.entries({
      'package.json': JSON.stringify({
        name: 'q',
        exports: { '.': './index.js' },
        peerDependencies: { react: '19' },
      }),
      'index.js': `export * as Dialog from './dialog.js'\nexport * as Menu from './menu.js'`,
      'dialog.js': `
import { createElement as r } from 'react'
function DialogRoot({ open }) {
  return r('i', { title: open })
}
export { DialogRoot as Root }`,
      'menu.js': `
import { createElement as r } from 'react'
function MenuRoot({ open }) {
  return r('i', { title: open })
}
export { MenuRoot as Root }`,
    }).map(([path, text]) => ({ path, text })),
  )
  expect(contracts.map(({ tag, inner }) => [tag, inner])).toEqual([
    ['DialogRoot', undefined],
    ['MenuRoot', undefined],
  ])
})

test('what makes a component out of one that it is given is none, whatever its module exports it as', () => {
  const found = told({
    'package.json': '{ "name": "kit", "module": "index.js" }',
    'index.js': `export { default as withScale } from './with-scale.js'
    export { default as Text } from './Text.js'`,
    'with-scale.js': `import React from 'react'
    var withScale = function withScale(Render) {
      var Scaled = React.forwardRef(function (props, ref) { return React.createElement(Render, props) })
      return Scaled
    }
    export default withScale`,
    'Text.js': `import React from 'react'
    import withScale from './with-scale.js'
    var Text = function (props) { return React.createElement('p', null, props.children) }
    export default withScale(Text)`,
  })
  expect(Object.keys(found)).toEqual(['Text'])
})
