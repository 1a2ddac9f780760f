import { membersOf } from '../../contract/contract'
import type { Prop } from '../../contract/prop'
import { readLibrary } from '../read'
import { SourceSet } from '../source/source-set'
import { saidOfValues } from './value-comments'

/** What is said of the values of `tone`, by value. */
function said(files: Record<string, string>): Record<string, string> {
  const { contracts } = readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))
  return Object.fromEntries(
    membersOf(contracts[0]!, 'variant').flatMap(({ value, comment, deprecated, since }) =>
      comment === undefined && deprecated === undefined
        ? []
        : [
            [
              String(value),
              [
                comment,
                deprecated === undefined ? '' : `deprecated: ${deprecated}`.trim(),
                since && `since ${since}`,
              ]
                .filter(Boolean)
                .join(' '),
            ],
          ],
    ),
  )
}
const tones = `export type Tone =
  /** It changes nothing. */
  | 'calm'
  | 'warn' // something may change
  | /* boats stay in */ 'storm'
  /**
   * It is over.
   * @since 1.2.0
   * @deprecated use calm
   */
  | 'good'
  | 'plain'
`
const due = {
  calm: 'It changes nothing.',
  warn: 'something may change',
  storm: 'boats stay in',
  good: 'It is over. deprecated: use calm since 1.2.0',
}

test.each([
  [
    'an element, from another file',
    {
      'src/tone.ts': tones,
      'src/card.ts': `import type { Tone } from './tone'
export class XCard extends HTMLElement {
  get tone(): Tone { return this.getAttribute('tone') as Tone }
  set tone(tone: Tone) { this.setAttribute('tone', tone) }
  connectedCallback() { this.className = 'card--' + this.tone }
}
customElements.define('x-card', XCard)`,
    },
  ],
  [
    'Vue, by type',
    {
      'src/tone.ts': tones,
      'src/Card.vue': `<script setup lang="ts">import type { Tone } from './tone'
defineProps<{ tone?: Tone }>()</script><template><b :class="tone"/></template>`,
    },
  ],
  [
    'Vue, by options',
    {
      'src/tone.ts': tones,
      'src/Card.vue': `<script setup lang="ts">import type { PropType } from 'vue'
import type { Tone } from './tone'
defineProps({ tone: { type: String as PropType<Tone>, default: 'calm' } })</script><template><b :class="tone"/></template>`,
    },
  ],
  [
    'Svelte',
    {
      'src/tone.ts': tones,
      'src/Card.svelte': `<script lang="ts">import type { Tone } from './tone'
let { tone = 'calm' }: { tone?: Tone } = $props()</script><b class={tone}></b>`,
    },
  ],
  [
    'a function component',
    {
      'src/tone.ts': tones,
      'src/card.tsx': `import type { Tone } from './tone'
export interface CardProps { tone?: Tone }
export const Card = ({ tone = 'calm' }: CardProps) => <b className={tone}/>`,
    },
  ],
])('%s: comments of single values are words of their variants', (_what, files) => {
  expect(said(files as Record<string, string>)).toEqual(due)
})

const element = (before: string, type: string) => ({
  'src/card.ts': `${before}
export class XCard extends HTMLElement {
  get tone(): ${type} { return this.getAttribute('tone') as never }
  set tone(tone: ${type}) { this.setAttribute('tone', tone) }
  connectedCallback() { this.className = 'card--' + this.tone }
}
customElements.define('x-card', XCard)`,
})
test.each([
  [
    'an enum',
    "enum Tone {\n/** Quietly. */ Calm = 'calm',\n/** @deprecated */ Warn = 'warn' }",
    'Tone',
    { calm: 'Quietly.', warn: 'deprecated:' },
  ],
  [
    'a list',
    "const tones = ['calm', // quietly\n 'warn'] as const",
    '(typeof tones)[number]',
    { calm: 'quietly' },
  ],
  ['a union in place', '', "'calm' | /** Loudly. */ 'warn'", { warn: 'Loudly.' }],
  [
    'unions of unions',
    "type Quiet = /** Quietly. */ 'calm' | 'low'\ntype Tone = Quiet | 'warn'",
    'Tone',
    { calm: 'Quietly.' },
  ],
])('%s', (_what, before, type, due) => {
  expect(said(element(before, type))).toEqual(due)
})

test('keys of a constant', () => {
  const text = `const tones = {
  /** Quietly. */ calm: 'a',
  warn: 'b',
}
export const Card = ({ tone }: { tone: keyof typeof tones }) => <b className={tones[tone]}/>`
  expect(said({ 'src/card.tsx': text })).toEqual({ calm: 'Quietly.' })
})

test('a type that leads to itself ends, with what was said on the way', () => {
  const text =
    "type A = B | 'calm'\ntype B = A | /** Loudly. */ 'warn'\nexport interface Props {\n  tone: A\n}"
  const sources = new SourceSet([{ path: 'a.ts', text }])
  const prop = { name: 'tone', place: { file: 'a.ts', line: 4 } } as Prop
  expect([...saidOfValues(sources, prop)]).toEqual([['warn', { comment: 'Loudly.' }]])
})
