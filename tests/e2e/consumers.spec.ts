import { expect, test, type Page } from '@playwright/test'
import fc from 'fast-check'
import type { CodeStyle } from '../../core/code/frameworks'
import type { Filling, Usage } from '../../core/code/usage'
import { bundleOf, piecesOf, type Piece } from '../fixtures/consumers/build'
import { hardMarkup, hardTexts } from '../fixtures/consumers/library'
import type { Seen } from '../fixtures/consumers/page'

// Code for consumers, run by the framework it is written for, against what the bench shows of the same usage.

const text = (value: string): Filling => ({ is: 'text', text: value })
const markup = (value: string): Filling => ({ is: 'markup', markup: value })
const show = (props: Record<string, unknown>, slots: Record<string, Filling> = {}): Usage => ({
  props,
  slots,
})
const escaped = (value: string): string =>
  value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')

/** Every place where a text can stand. */
const placesOf = (value: string): Usage[] => [
  show({ label: value }),
  show({ rows: [{ id: value }] }),
  show({ table: { [value || 'none']: 'x' } }),
  show({}, { '': text(value) }),
  show({}, { foot: text(value) }),
  show({ label: 'calm' }, { '': text(value), foot: text(value) }),
  show({}, { '': markup(`<b title="${escaped(value)}">${escaped(value)}</b>`) }),
  show({}, { foot: markup(`<i>a</i>${escaped(value)}<i>b</i>`) }),
  { ...show({}), attributes: { 'data-hint': value, title: value } },
]
/** What only a custom element has. */
const placesOfElement = (value: string): Usage[] => [
  show({ note: value }),
  show({ key: value }),
  { ...show({}), calls: [{ method: 'say', given: [value] }] },
  { ...show({ open: true }), attributes: { label: value } },
]
const values: Usage[] = [
  show({}),
  show({ open: true, rowCount: 3 }),
  show({ open: false, rowCount: 0 }),
  show({ rowCount: -1.5, table: { ['__proto__']: 'x', 'a-b': '1' } }),
  show({ rows: [] }, { '': { is: 'component', tag: 'x-probe', usage: show({ label: 'in' }) } }),
]
const valuesOfElement: Usage[] = [
  show({ until: '2026-11-27T00:00:00.000Z' }),
  show({ onpick: true }),
  { ...show({}), attributes: { open: 'false' } },
  { ...show({ open: false }), attributes: { open: '' }, styles: { '--ink': 'url(data:a;b)' } },
]
const random = fc.sample(
  fc.string({ unit: 'binary', maxLength: 12 }).filter((value) => !value.includes('\0')),
  {
    seed: 20_261_127,
    numRuns: 40,
  },
)

async function seenOf(page: Page, style: CodeStyle, tag: string, pieces: Piece[]) {
  const script = await bundleOf(style, tag, pieces)
  await page.route('http://consumers.example/**', (route) =>
    route.request().url().endsWith('.js')
      ? route.fulfill({ contentType: 'text/javascript; charset=utf-8', body: script })
      : route.fulfill({
          contentType: 'text/html; charset=utf-8',
          body: '<!doctype html><body><script type="module" src="/all.js"></script>',
        }),
  )
  await page.goto('http://consumers.example/')
  return await page.evaluate(async (count) => {
    const { seen } = window as unknown as { seen(i: number): Promise<unknown> }
    const all = []
    for (let i = 0; i < count; i++) all.push(await seen(i))
    return all as { bench: Seen; page?: Seen; failed?: string }[]
  }, pieces.length)
}

const styles: [CodeStyle, string][] = [
  ['html', 'x-probe'],
  ['vue', 'x-probe'],
  ['react', 'x-probe'],
  ['angular', 'x-probe'],
  ['vue', 'Card'],
  ['react', 'Chip'],
  ['svelte', 'Buoy'],
]
for (const [style, tag] of styles)
  test(`${style} code for ${tag} shows what the bench shows, whatever it holds`, async ({ page }) => {
    const isElement = tag === 'x-probe'
    const usages = [
      ...(isElement ? [...values, ...valuesOfElement] : values.slice(0, 4)),
      ...[...hardTexts, ...random].flatMap((value) => [
        ...placesOf(value),
        ...(isElement ? placesOfElement(value) : []),
      ]),
      ...hardMarkup.flatMap((value) => [show({}, { '': markup(value) }), show({}, { foot: markup(value) })]),
    ]
    const pieces = piecesOf(style, tag, usages)
    const seen = await seenOf(page, style, tag, pieces)
    const wrong = seen.flatMap(({ bench, page: shown, failed }, i): { code: string; says: unknown }[] => {
      const { code, error } = pieces[i]!
      if (!shown) return [{ code, says: error ?? failed }]
      const isSame = JSON.stringify(shown.lines) === JSON.stringify(bench.lines)
      const exact = usages[i]!.slots['']?.is === 'text' || !usages[i]!.slots['']
      // a page may have a line around a text that has no white space of its own
      const trimmed = style === 'html' && bench.text.trim() === bench.text ? shown.text.trim() : shown.text
      const isExact = !exact || trimmed === bench.text || (bench.text === '' && shown.text === ' ')
      if (isSame && isExact) return []
      return [{ code, says: isSame ? [shown.text, bench.text] : [shown.lines, bench.lines] }]
    })
    expect(wrong.map(({ code, says }) => `${code}\n${JSON.stringify(says, null, 1)}`).join('\n\n')).toBe('')
    expect(seen.length).toBeGreaterThan(390)
  })
