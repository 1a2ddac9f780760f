import type { Usage } from '~~/core/code/usage'

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
}

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
