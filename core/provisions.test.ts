import { isEmpty, noProvisions, providedSchema, sayProvisions, providedFor } from './provisions'
import { problemsOfProvisions } from './provisions-check'

const with_ = (more: Partial<typeof noProvisions>) => ({ ...noProvisions, ...more })
test('markup around a component has one place for it, and data is JSON', () => {
  const codes = (more: Partial<typeof noProvisions>) =>
    problemsOfProvisions(with_(more)).map((problemsOfProvision) => problemsOfProvision.code)
  expect(codes({})).toEqual([])
  expect(codes({ around: '<div><slot></slot></div>', data: '{"a":1}' })).toEqual([])
  expect(codes({ around: '<div></div>' })).toEqual(['provisions-slot'])
  expect(codes({ around: '<slot></slot><slot></slot>', data: '{' })).toEqual([
    'provisions-slot',
    'provisions-data',
  ])
})
test('what there is of them is told', () => {
  expect([isEmpty(noProvisions), isEmpty(with_({ styles: ' ' })), isEmpty(with_({ data: '1' }))]).toEqual([
    true,
    true,
    false,
  ])
  expect(sayProvisions(with_({ styles: 'a{}', script: 'x' }))).toBe('styles, a script')
})
test('a script comes from the frame’s own host or not at all', () => {
  const base = { of: 'x', styles: '', around: '', data: null }
  expect(providedSchema.safeParse({ ...base, script: `/p/${'a'.repeat(64)}.js` }).success).toBe(true)
  for (const script of ['https://elsewhere.example/x.js', '/p/../x.js', 'data:text/javascript,1'])
    expect(providedSchema.safeParse({ ...base, script }).success).toBe(false)
})
test('modules of components that a script names come with it, by whole words', () => {
  const provisionWith = (script: string) => [
    { scope: '', styles: '', around: '', data: '', script, module: null, revision: 1 },
  ]
  const modules = [
    { tag: 'TideProvider', module: '/m/a' },
    { tag: 'Tide', module: '/m/b' },
    { tag: 'x-tide', module: '/m/c' },
  ]
  expect(
    providedFor(provisionWith("wrap(componentOf('TideProvider'))"), 'x-a', '', modules)[0]!.modules,
  ).toEqual([modules[0]])
  expect(
    providedFor(provisionWith("document.createElement('x-tide')"), 'x-a', '', modules)[0]!.modules,
  ).toEqual([modules[2]])
  expect(providedFor(provisionWith('Tides x-tide-mark'), 'x-a', '', modules)[0]!.modules).toEqual([])
})
