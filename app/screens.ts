/** A screen of the application. One entry here is all it takes to be in the bar, looked at and pictured. */
export interface Screen {
  /** Its file under `app/pages`, without the ending. */
  page: string
  /** What leads to it in the top bar, from any screen of a library. */
  bar?: string
  /** It is no part of the shelf: the bar does not show the shelf as where one is. */
  apart?: true
  /** Addresses in the demo at which it is looked at by the accessibility test, each in another state. */
  looked: readonly string[]
  /** Pictures of it in `docs/screenshots`, by name, with the address in the demo. */
  pictures?: Readonly<Record<string, string>>
}

const notice = '/tern/tern-notice-strip'

export const screens: readonly Screen[] = [
  { page: 'sign-in', looked: ['/sign-in'] },
  { page: 'index', looked: ['/'] },
  { page: 'account', looked: ['/account'] },
  { page: 'join/[token]', looked: ['/join/of-nobody'] },
  { page: 'allow/[link]', looked: ['/allow/of-nobody'] },
  {
    page: '[library]/index',
    bar: 'Shelf',
    looked: ['/tern', '/tern?find=notice', '/tern?at=1.1.0'],
    pictures: { shelf: '/tern' },
  },
  {
    page: '[library]/tokens',
    bar: 'Tokens',
    apart: true,
    looked: ['/tern/tokens?token=notice.edge.warn'],
    pictures: { tokens: '/tern/tokens?tier=component&token=notice.edge.warn' },
  },
  {
    page: '[library]/contrast',
    bar: 'Contrast',
    apart: true,
    looked: ['/tern/contrast?shown=all'],
    pictures: { contrast: '/tern/contrast' },
  },
  {
    page: '[library]/icons',
    bar: 'Icons',
    apart: true,
    looked: ['/tern/icons'],
    pictures: { icons: '/tern/icons' },
  },
  {
    page: '[library]/languages',
    bar: 'Languages',
    apart: true,
    looked: ['/tern/languages'],
    pictures: { languages: '/tern/languages' },
  },
  { page: '[library]/token-files', apart: true, looked: ['/tern/token-files?path=tokens/_index.scss'] },
  { page: '[library]/sheet-tokens', apart: true, looked: ['/tern/sheet-tokens'] },
  {
    page: '[library]/release',
    bar: 'Release',
    apart: true,
    looked: ['/tern/release'],
    pictures: { release: '/tern/release' },
  },
  { page: '[library]/package', apart: true, looked: ['/tern/package'] },
  {
    page: '[library]/difference',
    apart: true,
    looked: ['/tern/difference', '/tern/difference?from=0.9.0&to=1.0.0'],
    pictures: { difference: '/tern/difference?from=0.9.0&to=1.0.0' },
  },
  {
    page: '[library]/looks',
    apart: true,
    looked: ['/tern/looks?which=all'],
    pictures: { looks: '/tern/looks?from=0.9.0&which=all' },
  },
  {
    page: '[library]/registry',
    bar: 'Registry',
    apart: true,
    looked: ['/tern/registry'],
    pictures: { registry: '/tern/registry' },
  },
  { page: '[library]/people', apart: true, looked: ['/tern/people'] },
  {
    page: '[library]/source',
    apart: true,
    looked: ['/tern/source?path=src/action.ts', '/tern/source'],
    pictures: { source: '/tern/source?path=src%2Fnotice-strip.ts&line=47&of=tern-notice-strip' },
  },
  { page: '[library]/all', looked: ['/tern/all'] },
  { page: '[library]/starters', looked: ['/tern/starters'] },
  {
    page: '[library]/findings',
    bar: 'Findings',
    apart: true,
    looked: ['/tern/findings'],
    pictures: { findings: '/tern/findings' },
  },
  { page: '[library]/overrides', apart: true, looked: ['/tern/overrides'] },
  { page: '[library]/provisions', bar: 'Provisions', apart: true, looked: ['/tern/provisions'] },
  {
    page: '[library]/evidence',
    looked: ['/tern/evidence?which=all'],
    pictures: { evidence: '/tern/evidence' },
  },
  { page: '[library]/begin', looked: ['/tern/begin'] },
  {
    page: '[library]/bring-in/index',
    looked: ['/tern/bring-in?from=git'],
  },
  // what came of a job stands at an address of its own
  { page: '[library]/bring-in/[job]', looked: [] },
  {
    page: '[library]/[tag]/index',
    looked: [
      notice,
      '/tern/tern-ticket',
      `${notice}?window=1280x800&held=hover`,
      '/tern/tern-queue-meter?in=nightwatch&width=400',
      '/tern/tern-tide-gauge?at=1.1.0',
    ],
    pictures: { bench: `${notice}?width=390` },
  },
  {
    page: '[library]/[tag]/spread',
    looked: [`${notice}/spread`, '/tern/tern-action/spread?set=yes'],
    pictures: { spread: `${notice}/spread` },
  },
  {
    page: '[library]/[tag]/compare',
    looked: [`${notice}/compare?right=face&beside=nightwatch`],
  },
  { page: '[library]/[tag]/made', looked: [`${notice}/made`], pictures: { 'made-of': `${notice}/made` } },
  {
    page: '[library]/[tag]/states',
    looked: ['/tern/tern-island-picker/states'],
    pictures: { states: '/tern/tern-island-picker/states' },
  },
  {
    page: '[library]/[tag]/accessible',
    looked: ['/tern/tern-deck-picker/accessible'],
    pictures: { accessibility: '/tern/tern-deck-picker/accessible' },
  },
  {
    page: '[library]/[tag]/isolation',
    looked: ['/tern/tern-crew-roster/isolation'],
    pictures: { isolation: '/tern/tern-crew-roster/isolation' },
  },
  { page: '[library]/[tag]/guide', looked: [`${notice}/guide`], pictures: { guide: `${notice}/guide` } },
]

/** The address of a picture in the demo. */
export const pictured = (name: string): string => {
  const address = screens.map((screen) => screen.pictures?.[name]).find((path) => path !== undefined)
  if (address === undefined) throw new Error(`No screen has a picture called ${name}`)
  return address
}

/** The part of an address after the library's that leads to a screen. */
export const partOf = ({ page }: Screen): string =>
  page.replace(/^\[library\]\/?/, '').replace(/(^|\/)index$/, '')
