import { chartSchema, type Chart } from '~~/core/states/chart'
import { statesFoundSchema } from '~~/core/wire'
import { chartKey, chartStore } from '~~/server/store/charts'
import { componentByTag, componentsOf } from '~~/server/store/components'
import { libraryById } from '~~/server/store/libraries'
import { bringIn, someone } from '../world'
import { ternStore, type TernStore } from '../store'

let tern: TernStore
beforeAll(async () => {
  tern = await ternStore()
})
afterAll(() => tern.end())

const found: Chart = chartSchema.parse({
  tried: 1,
  left: 0,
  undone: [],
  states: [
    { id: 0, title: 'at rest', way: [], differs: [], came: [], went: [], sure: 'yes', passes: false },
    {
      id: 1,
      title: 'open',
      way: [{ do: 'press', on: { role: 'combobox', name: 'To' } }],
      differs: ['combobox “To”: expanded false → true'],
      came: [':state(open)'],
      went: [],
      sure: 'yes',
      passes: false,
    },
  ],
  steps: [{ from: 0, to: 1, acts: [{ do: 'press', on: { role: 'combobox', name: 'To' } }] }],
})
const tag = 'tern-island-picker'
const path = `/api/libraries/tern/components/${tag}/states`
async function keyNow() {
  const library = (await libraryById(tern.db, tern.library))!
  const components = await componentsOf(tern.db, library.current_revision!)
  return chartKey(
    components.find((component) => component.tag === tag)!,
    library.prefix,
    [],
  )
}

test('the states that were found are told to readers, and that they are of how it is now', async () => {
  const odile = await someone(tern.at, 'odile')
  expect((await odile(path)).body).toEqual({ chart: null, current: false, made_at: null })
  const { id } = (await componentByTag(tern.db, tern.library, tag))!
  await chartStore.keep(tern.db, id, await keyNow(), found)
  const answer = statesFoundSchema.parse((await odile(path)).body)
  expect(answer).toMatchObject({ chart: found, current: true })
  expect((await odile('/api/libraries/tern/components/tern-none/states')).status).toBe(404)
  expect((await (await someone(tern.at, null))(path)).status).toBe(401)
})

test('of a component that changed they are told as those of before', async () => {
  const ines = await someone(tern.at, 'ines')
  const css = ':host { display: inline-block; outline: 1px solid; }'
  expect((await bringIn(ines, { 'src/island-picker.css': css })).body.state).toBe('done')
  expect((await ines(path)).body).toMatchObject({ chart: { tried: 1 }, current: false })
})

test('what was kept in a shape of before counts as never looked for', async () => {
  const { id } = (await componentByTag(tern.db, tern.library, tag))!
  await tern
    .db('charts')
    .where({ component_id: id })
    .update({ chart: JSON.stringify({ states: 'many' }) })
  expect(await chartStore.kept(tern.db, [{ id }])).toEqual(new Map())
  const ines = await someone(tern.at, 'ines')
  expect((await ines(path)).body).toEqual({ chart: null, current: false, made_at: null })
})
