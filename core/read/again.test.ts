import fc from 'fast-check'
import { jsxLibrary, vueLibrary } from '../../tests/fixtures/kinds'
import { LibraryReader, readLibrary } from './read'
import { ternSource } from '../../tests/tern'

type Files = Record<string, string>
const listed = (files: Files) => Object.entries(files).map(([path, text]) => ({ path, text }))
const tern: Files = Object.fromEntries(ternSource.map(({ path, text }) => [path, text]))

/**
 * A library in which hardly a file says all of itself: mixins, barrels, constants, types and sheets from
 * elsewhere.
 */
const entangled: Files = {
  'src/names.ts': "export const prefix = 'x-'\nexport const tones = { calm: 'calm', loud: 'loud' } as const",
  'src/types.ts':
    "export type Tone = 'calm' | 'loud'\nexport interface Shared { /** How loud. */ tone?: " +
    'Tone; onShut?: (why: string) => void }',
  'src/mixin.ts':
    'export const Toned = (Base) => class extends Base { static get observedAttributes() { ' +
    "return ['tone'] } get tone() { return this.getAttribute('tone') } set tone(v) { " +
    "this.setAttribute('tone', v) } }",
  'src/barrel.ts':
    "export * from './mixin'\nexport { prefix as start } from './names'\nexport * from './types'",
  'src/second.ts':
    'export const Toned = (Base) => class extends Base { get loud() { return ' +
    "this.hasAttribute('loud') } set loud(v) { this.toggleAttribute('loud', v) } }",
  'src/look.css': ':host { color: var(--x-ink, black) }',
  'src/a.ts':
    "import { Toned, start } from './barrel'\nimport css from './look.css'\nexport class A " +
    'extends Toned(HTMLElement) { constructor() { super(); const s = new CSSStyleSheet(); ' +
    "s.replaceSync(css); this.attachShadow({ mode: 'open' }).innerHTML = `<slot " +
    'name="${start}end"></slot>` } }\ncustomElements.define(`${start}a`, A)',
  'src/b.ts':
    "import * as all from './barrel'\nimport './a'\nexport class B extends " +
    "all.Toned(HTMLElement) { connectedCallback() { this.innerHTML = '<x-a></x-a>' } }",
  'src/register.ts': "import { B } from './b'\nimport { add } from './add'\nadd('x-b', B)",
  'src/add.ts': 'export const add = (tag, made) => customElements.define(tag, made)',
  'src/Card.tsx':
    "import type { Shared } from './barrel'\nimport { Inner } from './inner'\nexport const Card " +
    "= ({ tone = 'calm', ...rest }: Shared & { title: string }) => <div " +
    '{...rest}><Inner>{tone}</Inner></div>',
  'src/inner.tsx':
    "export function Inner({ children }: { children?: import('./nodes').Filling }) { return " +
    '<b>{children}</b> }',
  'src/nodes.ts': 'export type Filling = string\nexport const unused = 1',
  'src/Tag.vue':
    '<script setup lang="ts">\nimport type { Tone } from \'./types\'\nimport Dot from ' +
    "'./Dot.vue'\ndefineProps<{ tone?: Tone }>()\n</script>\n<template><Dot/><slot/></template>",
  'src/Dot.vue':
    "<script>\nimport { tones } from './names'\nexport default { props: { tone: { type: String, " +
    'default: tones.calm } } }\n</script>\n<template><i/></template>',
}

/** What somebody may do between two readings, each to a file by its number. */
const edits = fc.array(
  fc.record({
    file: fc.nat(40),
    other: fc.nat(40),
    act: fc.constantFrom('word', 'word', 'noise', 'gone', 'back', 'swap', 'line', 'ambient', 'alias'),
    word: fc.constantFrom(
      ['calm', 'quiet'],
      ['tone', 'mood'],
      ['loud', 'shrill'],
      ['x-', 'y-'],
      ['./mixin', './second'],
      ['Toned', 'Moody'],
      ['string', 'number'],
      ["'./barrel'", "'./types'"],
      ['export ', ''],
      ['slot', 'b'],
    ),
  }),
  { minLength: 1, maxLength: 6 },
)

function edited(
  now: Files,
  first: Files,
  edit: { file: number; other: number; act: string; word: readonly string[] },
): Files {
  const paths = Object.keys(first)
  const path = paths[edit.file % paths.length]!
  const text = now[path] ?? ''
  const [from, to] = edit.word as [string, string]
  switch (edit.act) {
    case 'word':
      return { ...now, [path]: text.replaceAll(from, to) }
    case 'noise':
      return { ...now, [path]: `${text}\n}{` }
    case 'line':
      return { ...now, [path]: `\n${text}` }
    case 'back':
      return { ...now, [path]: first[path]! }
    case 'swap':
      return { ...now, [path]: first[paths[edit.other % paths.length]!]! }
    case 'ambient':
      return {
        ...now,
        'src/env.d.ts': `declare module '*.css' { const text: '${edit.other}'; export default text }`,
      }
    case 'alias':
      return {
        ...now,
        'tsconfig.json': JSON.stringify({ compilerOptions: { paths: { './barrel': ['src/second.ts'] } } }),
      }
    default:
      return Object.fromEntries(Object.entries(now).filter(([value]) => value !== path))
  }
}

test.each([
  ['entangled', entangled, 150],
  ['Tern', tern, 40],
  ['Skua', vueLibrary, 25],
  ['Gannet', jsxLibrary, 25],
] as const)(
  '%s read again after any edits is what a first reading finds',
  (_name, first, numRuns) => {
    fc.assert(
      fc.property(edits, (list) => {
        const reader = new LibraryReader()
        reader.read(listed(first))
        let now: Files = first
        for (const edit of list) {
          now = edited(now, first, edit)
          expect(reader.read(listed(now))).toEqual(readLibrary(listed(now)))
        }
      }),
      { numRuns },
    )
  },
  300_000,
)

test('of two components of one name each is called as in a first reading, whichever comes first', () => {
  const reader = new LibraryReader()
  const swapped = { ...entangled, 'src/Card.tsx': entangled['src/inner.tsx']! }
  reader.read(listed(entangled))
  reader.read(listed(swapped))
  const edited = { ...swapped, 'src/names.ts': `${entangled['src/names.ts']} ` }
  for (const files of [edited, entangled, swapped])
    expect(reader.read(listed(files))).toEqual(readLibrary(listed(files)))
})

test('only what needs a file is read again when it changes', () => {
  const reader = new LibraryReader()
  const before = reader.read(listed(entangled)).contracts
  const after = reader.read(
    listed({ ...entangled, 'src/nodes.ts': 'export type Filling = number\nexport const unused = 1' }),
  ).contracts
  const taken = (tag: string) =>
    after.find((entry) => entry.tag === tag)!.members === before.find((entry) => entry.tag === tag)!.members
  expect(Object.fromEntries(before.map(({ tag }) => [tag, taken(tag)]))).toEqual({
    Card: false,
    Dot: true,
    Inner: false,
    Tag: true,
    'x-a': true,
    'x-b': true,
  })
})

test('a component that is registered elsewhere than before is read anew', () => {
  const files: Files = {
    'b.ts': 'export class B extends HTMLElement {}',
    'first.ts': "import { B } from './b'\ncustomElements.define('x-b', B)",
    'second.ts': "import { B } from './b'\ncustomElements.define('x-b', B)",
  }
  const reader = new LibraryReader()
  expect(reader.read(listed(files)).contracts[0]!.files).toEqual(['b.ts', 'first.ts'])
  expect(reader.read(listed({ ...files, 'first.ts': '' })).contracts[0]!.files).toEqual(['b.ts', 'second.ts'])
})

test('what is taken through a file that stopped parsing is not known, as in a first reading', () => {
  const broken: Files = { ...entangled, 'src/barrel.ts': `${entangled['src/barrel.ts']}\n}{` }
  const changed: Files = { ...broken, 'src/types.ts': entangled['src/types.ts']!.replaceAll('calm', 'quiet') }
  const reader = new LibraryReader()
  for (const files of [entangled, broken, changed])
    expect(reader.read(listed(files))).toEqual(readLibrary(listed(files)))
})
