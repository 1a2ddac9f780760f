import type { TokenDocument } from '~~/core/tokens/document'
import { themesCss, type Theme } from '~~/core/tokens/themes'
import { median, time } from './terns'

/**
 * What it takes to resolve and print 5,000 tokens in six themes: a fifth of them primitives with values of
 * their own, the rest refer to others over two tiers; each theme but the base gives a tenth of the tokens
 * another value.
 */
const count = { primitives: 1000, semantics: 3000, components: 1000, changed: 500 }
const colour = (n: number) => {
  const channels = [n % 256, (n * 7) % 256, (n * 13) % 256]
  return { colorSpace: 'srgb', components: channels.map((channel) => channel / 255) }
}
const group = (size: number, of: (n: number) => Record<string, unknown>) =>
  Object.fromEntries(Array.from({ length: size }, (_, n) => [`t${n}`, { $type: 'color', ...of(n) }]))
const tier = (name: string) => ({ $extensions: { 'org.kept-shelf': { tier: name } } })
const base = {
  scale: { ...tier('primitive'), ...group(count.primitives, (n) => ({ $value: colour(n) })) },
  use: group(count.semantics, (n) => ({ $value: `{scale.t${n % count.primitives}}` })),
  part: {
    ...tier('component'),
    ...group(count.components, (n) => ({ $value: `{use.t${(n * 3) % count.semantics}}` })),
  },
} as TokenDocument
const changed = (theme: number): TokenDocument =>
  ({
    scale: group(count.changed / 2, (n) => ({ $value: colour(n * 5 + theme) })),
    use: group(count.changed / 2, (n) => ({ $value: `{scale.t${(n * 11 + theme) % count.primitives}}` })),
  }) as TokenDocument
const themes: Theme[] = [
  { name: 'day', title: 'Day', on: null, document: base },
  ...[1, 2, 3, 4, 5].map((n) => ({ name: `t${n}`, title: `T${n}`, on: 'day', document: changed(n) })),
]
const texts = themes.map(({ document }) => JSON.stringify(document))
let css = ''
const taken: number[] = []
const parsed: number[] = []
for (let i = 0; i < 21; i++) {
  // made anew each time, as they come out of a file: what is remembered of a document is no help
  const fresh = themes.map((theme, n) => ({ ...theme, document: JSON.parse(texts[n]!) as TokenDocument }))
  taken.push(time(() => void (css = themesCss(fresh, 'x').css)))
  parsed.push(time(() => texts.map((text) => JSON.parse(text) as unknown)))
}
process.stdout.write(JSON.stringify({ taken: median(taken), parsed: median(parsed), kB: css.length / 1000 }))
