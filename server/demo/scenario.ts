import type { Act } from '~~/core/acts/act'
import type { Usage } from '~~/core/code/usage'
import type { NewCombination } from '~~/core/variants/combination'

const text = (value: string) => ({ is: 'text' as const, text: value })

/** How the components of Tern stand on the shelf. */
export const faces: Record<string, Usage> = {
  'tern-sailing-row': { props: { departs: '07:40', from: 'Ardle', to: 'Skerray' }, slots: {} },
  'tern-berth-mark': { props: { berth: '3' }, slots: {} },
  'tern-tide-gauge': { props: { height: 2.4, range: 4.2 }, slots: {} },
  'tern-queue-meter': { props: { waiting: 96, places: 120 }, slots: {} },
  'tern-ticket': {
    props: { berth: '3', passenger: { name: 'R. Harrow', deck: 'B', foot: true } },
    slots: {},
  },
  'tern-notice-strip': {
    props: { tone: 'warn', dismissible: true },
    slots: { '': text(`Sailings after 18:00 may be late: swell at Skerray.`) },
  },
  'tern-weather-chip': { props: { wind: 14, from: 'SW' }, slots: {} },
  'tern-fare-stepper': { props: { count: 2 }, slots: {} },
  'tern-gangway-switch': { props: { open: true }, slots: { '': text('Gangway 2') } },
  'tern-deck-picker': { props: { chosen: 'a' }, slots: {} },
  'tern-action': { props: {}, slots: { '': text('Board now') } },
  'tern-island-picker': { props: { chosen: 'ardle', label: 'To' }, slots: {} },
  'tern-dialog-sheet': {
    props: { heading: 'Before you board', label: 'Read before boarding' },
    slots: { '': text('Dogs stay on the open deck. Cars switch off their alarms.') },
  },
  'tern-field': { props: { label: 'Name on the ticket', hint: 'As it stands in your papers.' }, slots: {} },
  'tern-crew-roster': { props: { caption: 'Crew of the 07:40' }, slots: {} },
  'tern-crossing-timeline': { props: { reached: 1 }, slots: {} },
}

/** Variants that have a name together, with what is said of them, and what must not be used together. */
export const combinations: [tag: string, NewCombination & { about?: string }][] = [
  [
    'tern-action',
    {
      rule: 'named',
      name: 'Booking under way',
      settings: [
        { axis: 'emphasis', value: 'main' },
        { axis: 'busy', value: true },
      ],
      reason: '',
      about: 'While what was asked for is being done: it keeps its place, and nothing can be asked twice.',
    },
  ],
  [
    'tern-action',
    {
      rule: 'never',
      name: '',
      settings: [
        { axis: 'emphasis', value: 'ghost' },
        { axis: 'busy', value: true },
      ],
      reason: 'Without a ground nobody sees that it waits. Use a quiet one.',
    },
  ],
]

/** Examples that tell more than the face does, and of states that are only come to by use. */
export const ways: [tag: string, name: string, usage: Usage, acts: Act[]][] = [
  [
    'tern-queue-meter',
    'For foot passengers',
    { props: { waiting: 96, places: 120 }, slots: { '': text('Foot passengers') } },
    [],
  ],
  [
    'tern-fare-stepper',
    'The boat is full',
    { props: { count: 2 }, slots: {} },
    [
      { do: 'press', on: { role: 'spinbutton', name: 'Fares' } },
      { do: 'key', key: 'End' },
      { do: 'wait', for: { part: 'count' }, says: '9' },
    ],
  ],
  [
    'tern-island-picker',
    'While somebody chooses',
    { props: { chosen: 'ardle', label: 'To' }, slots: {} },
    [
      { do: 'press', on: { role: 'combobox', name: 'To' } },
      { do: 'wait', for: { role: 'listbox', name: 'To' }, has: 4 },
    ],
  ],
]

/** Examples offered to begin with: tag, name, how it is shown, notes. */
export const starters: [string, string, Usage, string][] = [
  [
    'tern-notice-strip',
    'Boats stay in',
    {
      props: { tone: 'storm', season: 'winter' },
      slots: { '': text(`No sailings before 14:00. Tickets stay good for three days.`) },
    },
    `For the top of every page while a storm lasts.`,
  ],
  [
    'tern-ticket',
    'Ticket with a car',
    {
      props: { destination: 'Ardle', berth: '2', passenger: { name: 'A. Quill', deck: 'C', foot: false } },
      slots: {},
    },
    'What is shown once a crossing is paid for.',
  ],
]
