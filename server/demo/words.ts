/** When to use a component of Tern, and when not: tag, when, when not. Markdown. */
const guides: readonly [string, string, string][] = [
  [
    'tern-sailing-row',
    'For one sailing in a list of departures: its time, its route, and how it stands.',
    'For a sailing somebody has paid for: that is a `tern-ticket`. For news of more than one sailing: that is a notice strip.',
  ],
  [
    'tern-berth-mark',
    'Wherever a reader has to find a boat: on signs, in rows, on tickets. Same number, same disc, as on the quay.',
    'For counts and other numbers. A disc with a number in it means a berth, and nothing else.',
  ],
  [
    'tern-tide-gauge',
    'Beside a berth whose ramp moves with the tide, so that drivers see how steep it is.',
    'For how full something is: a queue has a meter of its own.',
  ],
  [
    'tern-queue-meter',
    'At the head of a queue and on pages that sell places for the next boat.',
    'For progress of something that is being done, or for heights.',
  ],
  [
    'tern-ticket',
    'Once a crossing is paid for, and wherever that crossing is shown again. One ticket for one passenger.',
    'While somebody still chooses. What can be changed stands in a form, not on a ticket.',
  ],
  [
    'tern-weather-chip',
    'In a row of a crossing, where wind decides whether somebody goes.',
    'For a forecast over days, or as the only sign that a boat stays in: say that in words.',
  ],
  [
    'tern-fare-stepper',
    'For few of one sort, up to about ten: adults, children, bicycles.',
    'For numbers people know by heart and type, such as a year. For exactly one of a few: use the deck picker’s kind.',
  ],
  [
    'tern-gangway-switch',
    'For something that happens the moment it is switched, by staff who see it happen.',
    'In a form that is sent later: use a native checkbox there.',
  ],
  [
    'tern-deck-picker',
    'To choose one of two to six decks, with those that are full in sight.',
    'For more than six, or where more than one may be chosen.',
  ],
  [
    'tern-action',
    'For what a reader does: board, pay, send. A verb, and at most one `main` on a page.',
    'To go somewhere: that is a link. For something on or off: that is a switch.',
  ],
  [
    'tern-notice-strip',
    'For news that changes what a reader does next, at the top of what it is about. Takes its leave once read, if `dismissible`.',
    'For errors in a form, which stand at their field, and for praise.',
  ],
  [
    'tern-island-picker',
    'To choose one of seven islands or more, some of which may be closed today.',
    'For up to six that a reader compares: let them see all at once.',
  ],
  [
    'tern-dialog-sheet',
    'Before something that cannot be taken back, or that a reader must know to go on.',
    'For news: that is a notice strip. For what could as well stand on the page.',
  ],
  [
    'tern-field',
    'Around every control of a form, so that label, hint and error are always at the same place.',
    'Around something that is switched at once: that is a gangway switch, which has its own words.',
  ],
  [
    'tern-crew-roster',
    'For the people of one crossing, up to some twenty.',
    'For passengers: their names are nobody’s business on a screen.',
  ],
  [
    'tern-crossing-timeline',
    'For where a boat is on its way, beside the sailing it is about.',
    'For a timetable of many sailings: those are rows.',
  ],
]

/** Words people wrote beyond what the source says: tag, member, Markdown. */
export const words: readonly [string, string, string][] = [
  [
    'tern-notice-strip',
    'component:',
    'For news that everybody on the page needs *now*. For news about one sailing, use the row’s own `standing`.',
  ],
  [
    'tern-notice-strip',
    'prop:tone',
    'How grave the news is. Sets colour and the word read out first. `storm` is for when boats stay in.',
  ],
  [
    'tern-action',
    'prop:emphasis',
    'How much it asks to be used. **One** `main` on a page; `ghost` only beside a `quiet` one.',
  ],
  ['tern-notice-strip', 'variant:tone=calm', 'News that changes nothing yet: a later boat, a new berth.'],
  [
    'tern-notice-strip',
    'variant:tone=warn',
    'Something may change: swell, a long queue. Not for what is certain already.',
  ],
  [
    'tern-notice-strip',
    'variant:tone=storm',
    'Boats stay in. Never for one late sailing: people turn back when they see it.',
  ],
  ['tern-notice-strip', 'variant:tone=good', 'It is over: boats sail again.'],
  ['tern-action', 'variant:emphasis=main', 'What the page is for. Once on a page.'],
  [
    'tern-action',
    'variant:emphasis=quiet',
    'What somebody may do besides. Not beside another `quiet` one of more weight.',
  ],
  ['tern-action', 'variant:emphasis=ghost', 'The way out: only beside a `quiet` one.'],
  ...guides.flatMap(([tag, when, whenNot]): [string, string, string][] => [
    [tag, 'guide:when', when],
    [tag, 'guide:when-not', whenNot],
  ]),
]
