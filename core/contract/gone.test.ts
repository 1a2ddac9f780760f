import { readLibrary } from '../read/read'
import { offersFor } from './gone'

const element = (tag: string, body: string, path = `${tag}.ts`) =>
  readLibrary([{ path, text: `class A extends HTMLElement { ${body} }\ncustomElements.define('${tag}', A)` }])
    .contracts[0]!
const strip = element('x-notice-strip', "tone = 'calm'; heading = ''; close() {}")
const offers = (...free: ReturnType<typeof element>[]) => offersFor(strip, free).map((offer) => offer.tag)

test('a component of the same members under another name is offered, the likest first', () => {
  expect(
    offers(
      element('x-banner', "tone = 'calm'; heading = ''"),
      element('x-notice', "tone = 'calm'; heading = ''; close() {}"),
    ),
  ).toEqual(['x-notice', 'x-banner'])
})
test('the same file speaks for it, even where members changed', () => {
  expect(
    offers(element('x-news-line', "tone = 'calm'; title2 = ''; hide() {}; open() {}", 'x-notice-strip.ts')),
  ).toEqual(['x-news-line'])
})
test('a component that shares neither members nor name is not offered', () =>
  expect(
    offers(element('x-deck', "deck = 1; tone = ''; pick() {}; rows = []"), element('x-none', '')),
  ).toEqual([]))
test('one written in another language is not offered', () =>
  expect(offersFor(strip, [{ ...strip, language: 'vue' }])).toEqual([]))
