import fc from 'fast-check'
import { differenceBetween, side } from '../../tests/sides'
import { readLibrary } from '../read/read'
import type { Contract } from '../contract/contract'
import { overBudget } from './sizes'
import { judgeGates } from './gates/gates'
import { groupChanges } from './grouped'
import { withSaidStatuses } from '../variants/said-values'
import { releaseRules } from './rules/rules'

const read = (files: Record<string, string>): Contract[] =>
  readLibrary(Object.entries(files).map(([path, text]) => ({ path, text }))).contracts
const element = (name: string, body: string) =>
  `export class ${name} extends HTMLElement { ${body} }\ncustomElements.define('x-${name.toLowerCase()}', ${name})`
const prop = (name: string, type: string, first: string) =>
  `get ${name}(): ${type} { return (this.getAttribute('${name}') ?? ${first}) as never } ` +
  `set ${name}(value) { this.setAttribute('${name}', value) }`
const card = (body: string) => read({ 'src/card.ts': element('Card', body) })
const told = (before: Contract[], now: Contract[]) =>
  differenceBetween(side(before), side(now)).map(({ rule, weight, says }) => `${rule}, ${weight}: ${says}`)

test('every rule has a name of its own and a title', () => {
  const names = releaseRules.map(({ name }) => name)
  expect(new Set(names).size).toBe(names.length)
  for (const { title } of releaseRules) expect(title).toMatch(/^[A-Z].*[^.]$/)
})

test('a member that is called otherwise and promises the same is told as that', () => {
  const before = card(prop('variant', "'a' | 'b'", "'a'"))
  const now = card(prop('variants', "'a' | 'b'", "'a'"))
  expect(told(before, now)).toEqual([
    'member-renamed, breaking: prop variant seems to be called variants now.',
  ])
  // an unlike name is another thing
  expect(told(before, card(prop('mood', "'a' | 'b'", "'a'")))).toEqual([
    'member-gone, breaking: prop variant is gone.',
    'member-new, additive: prop mood is new.',
  ])
})

test('a value that is deprecated, by people or in its source, is told; one that goes, with what was promised of it', () => {
  const tones = (...values: string[]) => card(prop('tone', values.map((v) => `'${v}'`).join(' | '), "'a'"))
  const before = tones('a', 'b', 'c')
  const words: Record<string, string> = { 'axis:tone': 'b: deprecated, use a; gone in 3.0\nc: trial' }
  const said = before.map((contract) => withSaidStatuses(contract, (key) => words[key]))
  expect(told(before, said)).toEqual(['value-deprecated, additive: value b of tone is deprecated.'])
  // said already, nothing is new
  expect(told(said, said)).toEqual([])
  const gone = differenceBetween(side(said), side(tones('a', 'c')))
  expect(gone.map(({ rule, says, goneIn }) => [rule, says, goneIn])).toEqual([
    ['value-gone', 'value b of tone is gone.', '3.0.0'],
    ['prop-type', 'prop tone takes values of another type.', undefined],
  ])
  // what nobody called deprecated is told by its type alone
  expect(told(before, tones('a', 'c'))).toEqual([
    'prop-type, breaking: prop tone takes values of another type.',
  ])
})

test('a component that is called otherwise is followed, and its members are compared', () => {
  const before = card(`${prop('tone', "'a' | 'b'", "'a'")} ${prop('size', 'string', "''")} show(): void {}`)
  const now = read({
    'src/card.ts': element(
      'Cards',
      `${prop('tone', "'a'", "'a'")} ${prop('size', 'string', "''")} show(): void {}`,
    ),
  })
  expect(told(before, now)).toEqual([
    'component-renamed, breaking: x-card seems to be called x-cards now.',
    'component-export, breaking: x-cards is exported otherwise.',
    'prop-type, breaking: prop tone takes values of another type.',
  ])
})

test('what consumers change is written in each style of code', () => {
  const [change] = differenceBetween(
    side(card(prop('variant', "'a' | 'b'", "'a'"))),
    side(card(prop('variants', "'a' | 'b'", "'a'"))),
  )
  expect(change!.code).toEqual([
    { style: 'html', before: '<x-card variant="a"></x-card>', now: '<x-card variants="a"></x-card>' },
    ...['vue', 'react', 'angular'].map((style) => ({
      style,
      before: expect.stringContaining('variant="a"') as string,
      now: expect.stringContaining('variants="a"') as string,
    })),
  ])
})

test('so are methods that are called and custom properties that are worn', () => {
  const code = (before: Contract[], now: Contract[], rule: string) =>
    differenceBetween(side(before), side(now))
      .find((change) => change.rule === rule)!
      .code!.find(({ style }) => style === 'html')
  const shown = (call: string, name: string) =>
    read({
      'src/card.ts': element(
        'Card',
        `constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = ` +
          `'<style>b { color: var(${name}, navy) }</style><b>x</b>' } ${call}`,
      ),
    })
  const [before, now] = [
    shown('show(at: number): void { this.hidden = at > 0 }', '--card-ink'),
    shown('', '--card-inks'),
  ]
  expect(code(before, now, 'member-gone')).toEqual({
    style: 'html',
    before: expect.stringContaining('.show(1)') as string,
    now: expect.not.stringContaining('.show(') as string,
  })
  expect(code(before, now, 'member-renamed')).toEqual({
    style: 'html',
    before: '<x-card style="--card-ink: navy"></x-card>',
    now: '<x-card style="--card-inks: navy"></x-card>',
  })
})

test('small components that have little in common but a pass-through are not taken for one another', () => {
  const small = (name: string) =>
    read({ [`src/${name}.tsx`]: `export const ${name} = (props: { rest?: string }) => <p {...props} />` })
  expect(told(small('Lantern'), small('Windlass')).map((line) => line.split(':')[0])).toEqual([
    'component-gone, breaking',
    'component-new, additive',
  ])
})

test('what a module calls a component that is no element is no difference: a package hands it on by its name', () => {
  const [before] = read({ 'src/Buoy.tsx': 'export const Buoy = () => <p>Buoy</p>' })
  const now = { ...before!, exportName: 'Root' }
  expect(told([before!], [now])).toEqual([])
})

test('of a type or a default that is known by its text only, nobody can say what another text means', () => {
  const rope = (type: string, first: string): Contract[] =>
    card(prop('knot', 'string', "''")).map((contract) => ({
      ...contract,
      members: contract.members.map((member) =>
        member.kind === 'prop'
          ? { ...member, type: { is: 'other', text: type }, default: first, defaultValue: undefined }
          : member,
      ),
    }))
  expect(told(rope('Knot<1>', 'first(1)'), rope('Knot<2>', 'first(2)'))).toEqual([
    'prop-type-text, mend: prop knot takes values of another type, or writes the same otherwise.',
    'prop-default-text, mend: prop knot has another default, or writes the same otherwise.',
  ])
})

test('what only the library itself uses weighs nothing', () => {
  const [before] = card(prop('tone', 'string', "'a'"))
  const inner = (contract: Contract): Contract => ({ ...contract, inner: true })
  const now = card(prop('mood', 'string', "'a'"))[0]!
  const changes = differenceBetween(side([inner(before!)]), side([inner(now)]))
  expect(changes.map(({ weight, inner }) => [weight, inner])).toEqual([
    ['none', true],
    ['none', true],
  ])
  // one that is handed on from now on could not be used before
  expect(differenceBetween(side([inner(before!)]), side([now])).some(({ inner }) => inner)).toBe(false)
})

test('the order in which values are written is no difference', () => {
  const [before, now] = ["'a' | 'b' | 'c'", "'c' | 'a' | 'b'"].map((values) =>
    card(`${prop('tone', values, "'a'")} show(at: ${values}): ${values} { return at }`),
  )
  expect(told(before!, now!)).toEqual([])
})

test('what the package says is weighed by ranges', () => {
  const compare = (before: object, now: object) =>
    differenceBetween(side([], { package: before }), side([], { package: now })).map(
      ({ rule, weight, about }) => `${rule} ${about}: ${weight}`,
    )
  const peers = (range: string) => ({ peerDependencies: { lantern: range } })
  expect(compare(peers('^2.0.0'), peers('^2.0.0 || ^3.0.0'))).toEqual(['package-peer lantern: additive'])
  expect(compare(peers('^2.0.0 || ^3.0.0'), peers('^3.0.0'))).toEqual(['package-peer lantern: breaking'])
  expect(compare({}, peers('^2.0.0'))).toEqual(['package-peer lantern: breaking'])
  expect(compare(peers('^2.0.0'), {})).toEqual(['package-peer lantern: mend'])
  expect(compare({ dependencies: { rope: '1' } }, { dependencies: { rope: '2' } })).toEqual([
    'package-dependency rope: mend',
  ])
  expect(compare({ engines: { node: '>=18' } }, { engines: { node: '>=20' } })).toEqual([
    'package-engine node: breaking',
  ])
  expect(compare({ license: 'MIT' }, { license: 'EUPL-1.2' })).toEqual(['package-licence licence: breaking'])
  expect(compare({ exports: { './a': '', './b': '' } }, { exports: { './b': '', './c': '' } })).toEqual([
    'package-export ./a: breaking',
    'package-export ./c: additive',
  ])
})

test('languages and icons come and go', () => {
  const before = side([], { languages: ['en', 'nl'], icons: ['buoy'] })
  const now = side([], { languages: ['en', 'fi'], icons: ['rope'] })
  expect(differenceBetween(before, now).map(({ says }) => says)).toEqual([
    'The icon buoy is gone.',
    'Messages in nl are gone.',
    'The icon rope is new.',
    'Messages in fi are new.',
  ])
})

test('a library weighs a rule as it likes; what the rule says is told beside', () => {
  const [before, now] = [card(prop('tone', 'string', "'a'")), card(prop('tone', 'string', "'b'"))]
  expect(differenceBetween(side(before), side(now), { 'prop-default': 'none' })).toMatchObject([
    { rule: 'prop-default', weight: 'none', usual: 'breaking' },
  ])
})

test('there and back: whatever is new one way is gone the other, and nothing differs from itself', () => {
  const members = fc.uniqueArray(fc.constantFrom('aa', 'bb', 'cc', 'dd'), { maxLength: 4 })
  const cardWith = (names: string[]) => card(names.map((name) => prop(name, 'string', "''")).join(' '))
  fc.assert(
    fc.property(members, members, (before, now) => {
      const rules = (a: string[], b: string[]) =>
        differenceBetween(side(cardWith(a)), side(cardWith(b))).map(({ rule, about }) => `${rule} ${about}`)
      const forth = rules(before, now).toSorted()
      const back = rules(now, before)
        .map((text) =>
          text.replace(/^member-(new|gone)/, (_, is) => `member-${is === 'new' ? 'gone' : 'new'}`),
        )
        .toSorted()
      expect(forth).toEqual(back)
      expect(rules(now, now)).toEqual([])
    }),
    { numRuns: 40 },
  )
})

test('differences are told by what they are of, the heaviest first', () => {
  const groups = groupChanges([
    { rule: 'token-value', weight: 'mend', about: 'ink', says: '', token: 'ink' },
    { rule: 'member-gone', weight: 'breaking', about: 'x', says: '', tag: 'x-card' },
    { rule: 'member-new', weight: 'additive', about: 'y', says: '', tag: 'x-card' },
    { rule: 'package-peer', weight: 'breaking', about: 'vue', says: '' },
  ])
  expect(groups.map(({ name, of, weight, changes }) => [name, of, weight, changes.length])).toEqual([
    ['x-card', 'component', 'breaking', 2],
    ['package', 'package', 'breaking', 1],
    ['dress', 'dress', 'mend', 1],
  ])
})

const facts = {
  version: '1.4.0',
  evidence: { doubted: 0, claims: 9, unknown: 0, components: 3 },
  contrast: { failing: 0, looked: 3, components: 3 },
  looks: { pairs: 12, unknown: 0, changed: 3, accepted: 3, refused: 0 },
  sizes: { budget: 20_000, over: [] as { tag: string; gzip: number }[] },
  findings: 0,
  wordless: 0,
  unread: 0,
  promised: [],
}

test('every gate holds where there is nothing to tell', () => {
  expect(judgeGates(facts, {}).filter(({ says }) => says !== undefined)).toEqual([])
})

test('what was to go in 2.0 does not go in 1.4, and does in 2.0', () => {
  const promised = [{ says: 'prop calm is gone.', goneIn: '2.0.0' }]
  const gateOf = (version: string) =>
    judgeGates({ ...facts, version, promised }, {}).find(({ name }) => name === 'promises')
  expect(gateOf('1.4.0')).toMatchObject({
    setting: 'stop',
    says: 'prop calm is gone, and was to go in 2.0.0.',
  })
  expect(gateOf('2.0.0')!.says).toBeUndefined()
  expect(gateOf('2.0.0-next.1')!.says).toBeDefined()
})

test('what was not looked at does not hold', () => {
  const contrast = { failing: 1, looked: 1, components: 3 }
  const evidence = { doubted: 2, claims: 9, unknown: 1, components: 3 }
  const says = judgeGates({ ...facts, contrast, evidence }, {}).flatMap((standing) => standing.says ?? [])
  expect(says).toEqual([
    '2 of 9 claims had no effect or were not found; 1 of 3 components were not tried as they are now.',
    'One pair of colours does not read; colours of 2 of 3 components were not looked at.',
  ])
})

test('a look that changed has to be accepted', () => {
  const saysOf = (looks: typeof facts.looks | null) =>
    judgeGates({ ...facts, looks }, {}).find(({ name }) => name === 'looks')!.says
  expect(saysOf({ pairs: 12, unknown: 4, changed: 5, accepted: 2, refused: 1 })).toBe(
    '1 of 5 changed pictures is not meant; 2 of 5 changed pictures were not accepted; ' +
      '4 of 12 pictures were not compared as they are now.',
  )
  expect(saysOf(null)).toBeUndefined()
})

test('what takes more than one component may is named, the heaviest first', () => {
  const sent = (gzip: number) => ({ size: gzip * 3, gzip, brotli: gzip - 1 })
  const components = {
    'x-a': sent(900),
    'x-b': sent(30_000),
    'x-c': sent(20_001),
    'x-d': sent(20_000),
    'x-e': sent(21_000),
    'x-f': sent(22_000),
  }
  const over = overBudget(components, 20_000)
  expect(over.map(({ tag }) => tag)).toEqual(['x-b', 'x-f', 'x-e', 'x-c'])
  const saysOf = (sizes: typeof facts.sizes | null) =>
    judgeGates({ ...facts, sizes }, {}).find(({ name }) => name === 'size')!.says
  expect(saysOf({ budget: 20_000, over })).toBe(
    'x-b takes 30.0 kB, x-f takes 22.0 kB, x-e takes 21.0 kB, 1 more take too much; ' +
      'one may take 20.0 kB (gzip).',
  )
  expect(saysOf(null)).toBeUndefined()
})

test('a library says what its gates do', () => {
  const standing = judgeGates({ ...facts, wordless: 2 }, { words: 'stop' }).find(
    ({ name }) => name === 'words',
  )
  expect(standing).toMatchObject({ setting: 'stop', usual: 'pass', says: '2 members have no words.' })
})
