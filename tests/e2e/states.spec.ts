import { expect, test, type Page } from '@playwright/test'
import { build } from 'esbuild'
import type { Preferences } from '../../core/style/held'

// What a component looks like when it is held in a state, against what it looks like when it is in it.

type Looks = Record<string, Record<string, string>>
interface InPage {
  looks(): Looks
  sheets(): string
  hold(states: string[], preferences: Preferences): void
  drawn(): { state: string; element: string }[]
}
let script: string
test.beforeAll(async () => {
  const { outputFiles } = await build({
    entryPoints: ['tests/fixtures/states/page.ts'],
    bundle: true,
    write: false,
    format: 'iife',
  })
  script = outputFiles[0]!.text
})

const inShadow = (markup: string, more = ''): string =>
  `<x-box>${more}</x-box><script>customElements.define('x-box', class extends HTMLElement {
    constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = ${JSON.stringify(markup)} }
  })</script>`

async function open(page: Page, markup: string): Promise<void> {
  await page.setContent(
    `<!doctype html><html><body><script>${script}</script><div id="at">${markup}</div></body></html>`,
  )
}
const looks = (page: Page): Promise<Looks> => page.evaluate(() => (window as unknown as InPage).looks())
const hold = (page: Page, states: string[], preferences: Preferences = {}): Promise<void> =>
  page.evaluate(([names, wanted]) => (window as unknown as InPage).hold(names, wanted), [
    states,
    preferences,
  ] as const)

const sheets = (page: Page): Promise<string> => page.evaluate(() => (window as unknown as InPage).sheets())

/** What brings a state about, as a person or a page does. */
const acts: Record<string, (page: Page) => Promise<unknown>> = {
  hover: (page) => page.locator('#at button, #at a, #at i').first().hover(),
  'focus-visible': (page) => page.keyboard.press('Tab'),
  active: async (page) => {
    await page.locator('#at button, #at a').first().hover()
    await page.mouse.down()
  },
  disabled: (page) =>
    page
      .locator('#at button, #at input, #at select')
      .first()
      .evaluate((control) => control.setAttribute('disabled', '')),
  checked: (page) => page.locator('#at input').first().setChecked(true),
}
/** What differs between two looks, by element. */
const apart = (a: Looks, b: Looks): string[] =>
  Object.keys(a).flatMap((element) =>
    Object.keys(a[element]!)
      .filter((name) => name !== 'color-scheme' && a[element]![name] !== b[element]?.[name])
      .map((name) => `${element} { ${name}: ${a[element]![name]} } and not ${b[element]?.[name]}`),
  )

const cases: [state: string, markup: string][] = [
  ['hover', '<style>@scope (button:hover) { b { color: red } }</style><button><b>x</b></button>'],
  [
    'hover',
    '<style>@scope (button:hover) { :scope:hover b { color: red } }</style><button><b>x</b></button>',
  ],
  ['hover', '<style>@scope (div) to (button:hover) { b { color: red } }</style><button><b>x</b></button>'],
  [
    'hover',
    '<style>body:hover b { color: red } :root:hover b { margin: 3px }</style><button><b>x</b></button>',
  ],
  [
    'hover',
    '<style>button:hover { & b { color: red } @media all { i { margin: 1px } } }</style><button><b>x</b><i>y</i></button>',
  ],
  ['hover', '<style media="screen">button:not(:hover) { color: red }</style><button>x</button>'],
  [
    'hover',
    inShadow(
      '<style>:host-context(div:hover) b { color: red } :host(:hover) { margin: 1px }</style><button><b>x</b></button>',
    ),
  ],
  [
    'hover',
    inShadow(
      '<style>::slotted(button:hover) { color: red } slot:hover { border: 1px solid }</style><slot></slot>',
      '<button>x</button>',
    ),
  ],
  ['focus-visible', '<button>x</button>'],
  ['focus-visible', '<style>button { outline: 3px dotted red }</style><button>x</button>'],
  ['focus-visible', '<style>* { outline: none }</style><button>x</button>'],
  ['focus-visible', '<style>@layer base { button { outline: none } }</style><button>x</button>'],
  [
    'focus-visible',
    '<style>button:focus-visible { outline: 2px solid red } body:focus-within { color: red }</style><button>x</button>',
  ],
  ['focus-visible', '<a href="#x">x</a>'],
  ['focus-visible', '<input>'],
  [
    'focus-visible',
    inShadow(
      '<style>:host(:focus) { color: red } :host(:focus-within) { margin: 1px }</style><button>x</button>',
    ),
  ],
  ['focus-visible', inShadow('<style>@layer a { button { outline-width: 5px } }</style><button>x</button>')],
  [
    'active',
    '<style>button:focus:active { color: red } button:active:hover { margin: 1px }</style><button>x</button>',
  ],
  ['active', '<a href="#x">x</a>'],
  [
    'disabled',
    '<style>button[disabled] { margin: 3px } :disabled b { color: red } button:enabled { padding: 9px }</style><button><b>x</b></button>',
  ],
  ['disabled', '<button>x</button>'],
  ['disabled', '<style>@layer a { button { color: green } }</style><button>x</button>'],
  ['disabled', '<input value="x">'],
  ['disabled', '<select><option>x</option></select>'],
  ['disabled', inShadow('<style>button:not([disabled]) { color: red }</style><button>x</button>')],
  [
    'checked',
    '<style>input:checked { margin: 9px } input:not(:checked) { color: red }</style><input type="checkbox">',
  ],
]
for (const [i, [state, markup]] of cases.entries())
  test(`held in ${state} it looks as it does when it is, ${i}: ${markup.slice(0, 60)}`, async ({ page }) => {
    await open(page, markup)
    const atRest = await looks(page)
    const written = await sheets(page)
    await hold(page, [state])
    const held = await looks(page)
    await hold(page, [])
    expect(await sheets(page), 'its sheets say what they said').toBe(written)
    expect(apart(await looks(page), atRest), 'as it was, when it is no longer held').toEqual([])
    await acts[state]!(page)
    expect(apart(await looks(page), held)).toEqual([])
  })

const preferred: [title: string, media: Parameters<Page['emulateMedia']>[0], Preferences, markup: string][] =
  [
    [
      'a dark scheme',
      { colorScheme: 'dark' },
      { 'prefers-color-scheme': 'dark' },
      '<style>@media (prefers-color-scheme: dark) { b { color: red } } @media (prefers-color-scheme: light) { i { color: blue } }</style><p><b>x</b><i>y</i></p>',
    ],
    [
      'a dark scheme of the page',
      { colorScheme: 'dark' },
      { 'prefers-color-scheme': 'dark' },
      '<style>p { color-scheme: light dark; background: Canvas; color: light-dark(red, blue) }</style><p>x</p>',
    ],
    [
      'a dark scheme, asked by a sheet',
      { colorScheme: 'dark' },
      { 'prefers-color-scheme': 'dark' },
      '<style media="(prefers-color-scheme: dark)">p { color: red }</style><p>x</p>',
    ],
    [
      'less motion, asked by a sheet',
      { reducedMotion: 'reduce' },
      { 'prefers-reduced-motion': 'reduce' },
      '<style media="(prefers-reduced-motion: reduce)">p { color: red }</style><p>x</p>',
    ],
    [
      'a dark scheme, asked by an import',
      { colorScheme: 'dark' },
      { 'prefers-color-scheme': 'dark' },
      '<style>@import url("data:text/css,p%7Bcolor:red%7D") (prefers-color-scheme: dark);</style><p>x</p>',
    ],
    [
      'more contrast',
      { contrast: 'more' },
      { 'prefers-contrast': 'more' },
      '<style>@media (prefers-contrast) { p { color: red } } @media (prefers-contrast: less) { p { margin: 1px } }</style><p>x</p>',
    ],
  ]
for (const [title, media, preferences, markup] of preferred)
  test(`a reader who prefers ${title} sees what one sees who does`, async ({ page }) => {
    await open(page, markup)
    const atRest = await looks(page)
    await hold(page, [], preferences)
    const held = await looks(page)
    await hold(page, [])
    expect(apart(await looks(page), atRest)).toEqual([])
    await page.emulateMedia(media)
    const real = await looks(page)
    expect(apart(real, atRest), 'the case asks for it').not.toEqual([])
    expect(apart(real, held)).toEqual([])
  })

test('forced colours leave alone what keeps its own', async ({ page }) => {
  await open(page, '<style>b { color: red; forced-color-adjust: none }</style><p>x<b>y</b></p>')
  await hold(page, [], { 'forced-colors': 'active' })
  const held = await looks(page)
  expect(held.b!.color).toBe('rgb(255, 0, 0)')
  await hold(page, [])
  await page.emulateMedia({ forcedColors: 'active' })
  expect((await looks(page)).b!.color).toBe('rgb(255, 0, 0)')
})

test('what the browser draws itself cannot be held, and that is said', async ({ page }) => {
  const drawn = () => page.evaluate(() => (window as unknown as InPage).drawn())
  await open(page, '<button>x</button>')
  await hold(page, ['active'])
  expect(await drawn()).toEqual([{ state: 'active', element: 'button' }])
  await open(page, '<style>button { background: red; border: 0 }</style><button>x</button>')
  await hold(page, ['active'])
  expect(await drawn()).toEqual([])
  await open(page, '<input type="checkbox">')
  await hold(page, ['checked', 'focus-visible'])
  expect(await drawn()).toEqual([{ state: 'checked', element: 'input' }])
})
