import { accessibleChanges } from './contract-change'
import type { SummaryRow } from './summary'

const row = (role: string, name: string, more: Partial<SummaryRow> = {}): SummaryRow => ({
  what: name ? `${role} “${name}”` : role,
  role,
  name,
  steady: [],
  changing: [],
  keys: [],
  ...more,
})
const told = (before: SummaryRow[], now: SummaryRow[]) =>
  accessibleChanges(before, now).map(({ weight, says }) => `${weight}: ${says}`)
const key = (name: string, did: string) => ({ keys: [name], does: [did] })

test('what is as it was is no change', () => {
  const rows = [
    row('button', 'Open', { changing: ['expanded'], keys: [key('Enter', 'it opens')] }),
    row('list', ''),
  ]
  expect(told(rows, rows)).toEqual([])
})

test.each([
  [
    'an element that is gone',
    [row('button', 'Open'), row('link', 'More')],
    [row('link', 'More')],
    ['breaking: button “Open” is told of no more'],
  ],
  [
    'one that came',
    [row('option', 'A')],
    [row('option', 'A'), row('option', 'B')],
    ['additive: option “B” is told of'],
  ],
  [
    'another name',
    [row('button', 'Open')],
    [row('button', 'Show')],
    ['mend: button “Open” is called “Show”'],
  ],
  [
    'a state that is told no more, and one that is',
    [row('button', 'Open', { changing: ['expanded'], steady: ['pressed false'] })],
    [row('button', 'Open', { steady: ['pressed true', 'haspopup menu'] })],
    [
      'breaking: button “Open” is expanded no more',
      'additive: button “Open” tells haspopup',
      'mend: button “Open”: pressed true',
    ],
  ],
  [
    'a state that is steady now',
    [row('button', 'Open', { changing: ['expanded'] })],
    [row('button', 'Open', { steady: ['expanded true'] })],
    ['mend: button “Open”: expanded true'],
  ],
  [
    'keys',
    [row('slider', '', { keys: [key('Home', 'to 0'), key('End', 'to 9')] })],
    [row('slider', '', { keys: [key('End', 'to 8'), key('PageUp', 'by 5')] })],
    [
      'breaking: slider answers Home no more: to 0',
      'mend: slider answers End: to 8',
      'additive: slider answers PageUp: by 5',
    ],
  ],
])('%s', (_what, before, now, due) => {
  expect(told(before, now)).toEqual(due)
})
