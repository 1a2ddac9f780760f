import type { Combination } from '~~/core/variants/combination'
import { someone, world, type Ask, type World } from '../world'

let at: World
let ines: Ask
const base = '/api/libraries/tern/components/tern-action/combinations'
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

const list = async () => (await ines(base)).body as Combination[]
const quiet = { axis: 'emphasis', value: 'quiet' }
const disabled = { axis: 'disabled', value: true }
const named = (name: string, ...settings: object[]) => ({ rule: 'named', name, reason: '', settings })
const codeOf = async (answer: ReturnType<Ask>) =>
  (await answer).body.problems?.[0]?.code as string | undefined

test('what is spoken of together is kept once, whatever its order, and by one name', async () => {
  expect((await ines(base, { body: named('Sold out', quiet, disabled) })).status).toBe(200)
  expect(await codeOf(ines(base, { body: named('Otherwise', disabled, quiet) }))).toBe('combination-there')
  const never = { rule: 'never', name: '', reason: 'no', settings: [quiet, disabled] }
  expect(await codeOf(ines(base, { body: never }))).toBe('combination-there')
  const other = [{ axis: 'emphasis', value: 'ghost' }, disabled]
  expect(await codeOf(ines(base, { body: named('Sold out', ...other) }))).toBe('combination-taken')
})

test.each([
  ['one axis', named('One', quiet)],
  ['an axis twice', named('Twice', quiet, { axis: 'emphasis', value: 'ghost' })],
  ['no name', named(' ', quiet, disabled)],
  ['no reason', { rule: 'never', name: '', reason: '', settings: [quiet, disabled] }],
  ['a value that there is not', named('Gale', { axis: 'emphasis', value: 'gale' }, disabled)],
  ['an axis that there is not', named('Mood', { axis: 'mood', value: 'low' }, disabled)],
])('refused: %s', async (_what, body) => {
  const answer = await ines(base, { body })
  expect([400, 422]).toContain(answer.status)
  expect(answer.body.problems[0].todo).not.toBe('')
})

test('what is deleted comes back as it was, unless somebody spoke of the same meanwhile', async () => {
  const { id, ...content } = (await list()).find(({ name }) => name === 'Sold out')!
  expect((await ines(`${base}/${id}`, { method: 'DELETE' })).status).toBe(200)
  expect((await list()).some(({ name }) => name === 'Sold out')).toBe(false)
  expect((await ines(`${base}/${id}`, { method: 'DELETE' })).status).toBe(404)
  expect((await ines(`${base}/${id}`, { method: 'PUT', body: content })).status).toBe(200)
  expect((await list()).find(({ name }) => name === 'Sold out')).toEqual({ id, ...content })
  await ines(`${base}/${id}`, { method: 'DELETE' })
  expect((await ines(base, { body: named('None left', quiet, disabled) })).status).toBe(200)
  expect(await codeOf(ines(`${base}/${id}`, { method: 'PUT', body: content }))).toBe('combination-there')
})

test('a reader sees them and changes none', async () => {
  const odile = await someone(at, 'odile')
  expect((await odile(base)).status).toBe(200)
  expect((await odile(base, { body: named('Mine', quiet, disabled) })).status).toBe(403)
  const [kept] = await list()
  expect((await odile(`${base}/${kept!.id}`, { method: 'DELETE' })).status).toBe(403)
})
