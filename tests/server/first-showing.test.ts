import { someone, world, type World } from '../world'

let at: World
beforeAll(async () => {
  at = await world()
})
afterAll(() => at.end())

const path = '/api/libraries/tern/components/tern-ticket/first'
const usage = { props: {}, slots: { '': { is: 'text', text: 'Holm' } } }

test('a first way of showing is kept for the module it was seen of, by who may write', async () => {
  const ines = await someone(at, 'ines')
  const standing = async () =>
    (await ines('/api/libraries/tern/shelf?tag=tern-ticket')).body[0] as {
      rendering: { module: string }
      first: unknown
    }
  const { module } = (await standing()).rendering
  expect((await standing()).first).toBeNull()
  expect((await ines(path, { method: 'PUT', body: { module: '/m/other', usage } })).status).toBe(409)
  expect((await ines(path, { method: 'PUT', body: { module, usage: { props: 1 } } })).status).toBe(422)
  expect(
    (await ines(path.replace('ticket', 'nothing'), { method: 'PUT', body: { module, usage } })).status,
  ).toBe(404)
  expect((await ines(path, { method: 'PUT', body: { module, usage } })).status).toBe(200)
  expect((await standing()).first).toEqual(usage)
})
