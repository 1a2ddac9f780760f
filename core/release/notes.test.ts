import { draftNotes, missingNotes, type Noted } from './notes'

const change = (rule: string, says: string, more: Partial<Noted> = {}): Noted => ({
  rule,
  says,
  weight: 'mend',
  ...more,
})

test('notes begin with what differs, by component, each kind under its heading', () => {
  expect(
    draftNotes(
      [
        change('prop-default', 'prop tone has another default.', {
          tag: 'x-ticket',
          before: "'a'",
          now: "'b'",
        }),
        change('member-new', 'slot foot is new.', { tag: 'x-ticket', now: 'fallback: empty' }),
        change('component-new', 'x-lamp is new.', { tag: 'x-lamp' }),
        change('member-gone', 'event closed is gone.', { tag: 'x-ticket', before: 'no detail' }),
        change('member-deprecated', 'prop calm is deprecated.', { tag: 'x-ticket', now: 'Use tone.' }),
        change('token-value', 'ink was a, and is b.'),
        change('part-from', 'part head is handed on from elsewhere.', { tag: 'x-ticket', weight: 'none' }),
      ],
      'x-',
    ),
  ).toBe(
    [
      '### Added\n\n- Lamp.\n- Ticket: slot foot is new (`fallback: empty`).',
      "### Changed\n\n- Ticket: prop tone has another default (`'a'` → `'b'`).\n- ink was a, and is b.",
      '### Deprecated\n\n- Ticket: prop calm is deprecated (`Use tone.`).',
      '### Removed\n\n- Ticket: event closed is gone.',
    ].join('\n\n'),
  )
  expect(draftNotes([])).toBe('')
})

test('of many only how many there are', () => {
  const values = Array.from({ length: 9 }, (_, n) => change('token-value', `t${n} was a, and is b.`))
  expect(draftNotes(values)).toBe('### Changed\n\n- 9 tokens, themes and the like.')
})

test('what consumers change stands below, as the lines that go and come', () => {
  const code = [{ style: 'html' as const, before: '<x-ticket tone="a">', now: '<x-ticket mood="a">' }]
  const renamed = change('member-renamed', 'prop tone seems to be called mood now.', {
    tag: 'x-ticket',
    code,
  })
  expect(draftNotes([renamed], 'x-')).toContain(
    '  ```diff\n  - <x-ticket tone="a">\n  + <x-ticket mood="a">\n  ```',
  )
})

test('notes that somebody wrote on are only told what they lack', () => {
  const draft = '### Added\n\n- Lamp.\n- Rope.\n\n### Removed\n\n- Buoy.'
  expect(missingNotes('Much is better.\n\n### Added\n\n- Lamp.', draft)).toBe(
    '### Added\n\n- Rope.\n\n### Removed\n\n- Buoy.',
  )
  expect(missingNotes(draft, draft)).toBe('')
})
