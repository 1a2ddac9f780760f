import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { withPieces } from './pieces'

type Facts = [line: number, names: string][]

/** Runs a script with what tells of its pieces, and says what never ran, as `line names`. */
function leftAfter(script: string, names: string[], use: string): { left: string[]; value: unknown } {
  const text = withPieces('a.ts', script, new Set(names), { loader: 'ts' })
  const js = ts.transpile(text, { target: ts.ScriptTarget.ES2022 })
  const ran = new Set<string>()
  let facts: Facts = []
  const listeners = {
    keptShelfRan: (id: string) => ran.add(id.split('#')[1]!),
    keptShelfPieces: (_path: string, _id: string, told: Facts) => (facts = told),
  }
  const value: unknown = new Function('globalThis', `${js}\nreturn ${use}`)(listeners)
  return {
    left: facts.flatMap(([line, names], i) => (ran.has(String(i)) ? [] : [`${line} ${names}`])),
    value,
  }
}

describe('pieces of code that a member decides over or is named in', () => {
  test('arms of conditions, of values, of cases and loops; what ran is not told', () => {
    const script = `
      function draw(size, tone) {
        if (size > 3) { paint(size) }
        else paint('small')
        const ink = tone === 'loud' ? 'red' : 'blue'
        switch (tone) {
          case 'calm': paint(1); break
          case 'storm': paint(2); break
        }
        for (const row of size < 0 ? [1] : []) paint(row)
        return size && tone && ink
      }
      const painted = []
      function paint(what) { painted.push(what) }`
    const { left, value } = leftAfter(script, ['size', 'tone'], "[draw(2, 'calm'), painted]")
    expect(value).toEqual(['blue', ['small', 1]])
    expect(left).toEqual(['3 size', '5 tone', '8 tone', '10 size', '10 size'])
  })

  test('what comes after a way out, and functions that nobody called', () => {
    const script = `
      class Row {
        open = false
        show() {
          if (!this.open) return 'closed'
          this.text = 'open'
          return this.text
        }
        close = () => (this.open = false)
      }`
    expect(leftAfter(script, ['open'], 'new Row().show()')).toEqual({
      left: ['6 open', '9 open'],
      value: 'closed',
    })
  })

  test('what carries a member under another name: taken apart, worked out, put into a field', () => {
    const script = `
      function draw({ size: s, tone }) {
        const isLarge = s > 3
        const kind = tone + '!'
        if (isLarge) note('large')
        other(() => note(kind))
      }
      const noted = []
      const note = (what) => noted.push(what)
      const other = (later) => undefined`
    expect(leftAfter(script, ['size', 'tone'], 'draw({ size: 1, tone: "x" })').left).toEqual([
      '5 size',
      '6 tone',
    ])
  })

  test('nothing is missed where only a complaint, a way out or nothing at all did not come', () => {
    const script = `
      function draw(size) {
        if (size === undefined) throw new Error('size')
        if (size < 0) console.warn('size')
        const words = size > 9 ? '' : 'some'
        if (false) paint(size)
        const nobody = false
        if (nobody) paint(size)
        const never = (!1 && size) || (true || size)
        return size > 99 ? null : words
      }`
    expect(leftAfter(script, ['size'], 'draw(1)')).toEqual({ left: [], value: 'some' })
  })

  test('a script says the same as before, whatever stands in it', () => {
    const script = `'use strict'
      const list = [1, 2].map(size => ({ size }))
      const late = async (size) => { for await (const x of [size]) if (x) return x }
      label: for (const { size } of list) { do if (size) continue label; while (false) }
      class A { #size = 1 ?? 2; static { this.size = 1 && 2 } get size() { return this.#size || 0 } }
      class B extends A { constructor(size) { 'use strict'; super(); if (size) { } else; } }
      const pick = (size) => size ? size ?? 1 : size || (size && 2)
      if (list.size) list.size = 1
      else if (list[0]) list.at(0).size = 7; else { list.length = 0 }
      try { null.size } catch { list.push({ size: 9 }) } finally { list.reverse() }
      const text = \`\${list.length > 2 ? 'many' : \`\${list[0].size}\`}\``
    const use = '[list, A.size, new B(1).size, pick(0), text, String(late.name)]'
    const plain: unknown = new Function(`${script}\nreturn ${use}`)()
    expect(leftAfter(script, ['size'], use).value).toEqual(plain)
  })

  test('nothing is told of a script that names no member, and nothing in it is changed', () => {
    const script = 'export const a = (b) => (b ? 1 : 2)'
    expect(withPieces('a.ts', script, new Set(['size']))).toBe(script)
  })
})

/** Scripts that others have written. */
const scripts = [
  '@vue/runtime-core/dist/runtime-core.esm-bundler.js',
  'react/cjs/react.development.js',
  'svelte/src/internal/client/dom/blocks/each.js',
  'svelte/src/internal/client/reactivity/props.js',
  'primevue/datatable/index.mjs',
]

test.each(scripts)('%s still parses, line by line as before', (name) => {
  const names = new Set(['value', 'type', 'key', 'name', 'children', 'options'])
  const path = join('node_modules', name)
  const text = readFileSync(path, 'utf8')
  const told = withPieces(path, text, names, { loader: 'js' })
  const { diagnostics = [] } = ts.transpileModule(told, { reportDiagnostics: true, fileName: 'a.js' })
  expect([path, ...diagnostics.map(({ messageText }) => messageText)]).toEqual([path])
  expect(told.split('\n').length - text.split('\n').length).toBeLessThanOrEqual(1)
})
