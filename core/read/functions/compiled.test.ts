import { told } from '../../../tests/told'

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
      'Chime.jsx': `export function Chime({ note, volume = 3, hidden, ...rest }) { return <b {...rest}>{note}{volume}{hidden}</b> }`,
      'Chime.d.ts': `export interface ChimeProps { volume?: number; note: 'low' | 'high'; tone?: string }\nexport declare function Chime(props: ChimeProps): unknown`,
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
