import { draftNotes } from './notes'

test('notes begin with what differs, each kind under its heading, and with nothing where nothing does', () => {
  expect(
    draftNotes([
      { title: 'Ticket', change: 'changed' },
      { title: 'Lamp', change: 'new' },
      { title: 'Berth mark', change: 'changed' },
    ]),
  ).toBe('### Added\n\n- Lamp.\n\n### Changed\n\n- Ticket.\n- Berth mark.')
  expect(draftNotes([])).toBe('')
})
