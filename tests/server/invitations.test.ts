import { newLibrary, someone, world, type Ask, type World } from '../world'

// Coming to the staff of a library by a link, and leaving it.

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world({ SIGN_IN_TRIES: '200' })
  ines = await someone(at, 'ines')
  await newLibrary(ines, 'jetty')
}, 60_000)
afterAll(() => at.end())

const invite = async (role: string, invited = 'Somebody') => {
  const answer = await ines('/api/libraries/jetty/invitations', { body: { role, invited } })
  expect(answer.status).toBe(200)
  return new URL(answer.body.link as string).pathname.replace('/join/', '')
}
const staff = async () => (await ines('/api/libraries/jetty/staff')).body
const openFor = async (who: string) =>
  ((await staff()).invitations as { id: string; invited: string }[]).find(({ invited }) => invited === who)
const account = (name: string) => ({
  name,
  email: `${name.toLowerCase()}@marram.example`,
  password: 'comes by a link',
})

test('a link is taken up by somebody without an account: they have one then, are signed in, and have the role', async () => {
  const token = await invite('contributor', 'Runa')
  expect((await staff()).invitations).toMatchObject([
    { invited: 'Runa', role: 'contributor', by: 'Ines Fairlie' },
  ])
  const runa = await someone(at, null)
  expect((await runa(`/api/invitations/${token}`)).body).toEqual({
    library: 'jetty',
    slug: 'jetty',
    role: 'contributor',
    by: 'Ines Fairlie',
  })
  expect((await runa('/api/libraries/jetty')).status).toBe(401)
  const joined = await runa(`/api/invitations/${token}`, { body: { account: account('Runa') } })
  expect([joined.status, joined.body]).toEqual([200, { slug: 'jetty' }])
  expect((await runa('/api/libraries/jetty')).status).toBe(200)
  expect(await staff()).toMatchObject({
    staff: expect.arrayContaining([expect.objectContaining({ name: 'Runa', role: 'contributor' })]),
    invitations: [],
    trail: expect.arrayContaining([expect.objectContaining({ act: 'person joined', name: 'Runa' })]),
  })
  // the database has no word that would let anybody in
  const rows = await at.sql<{ hash: string }>('select * from invitations')
  expect(JSON.stringify(rows)).not.toContain(token)
})

test('somebody with an account joins as themselves; who is more already stays that, and the link open', async () => {
  const token = await invite('reader')
  expect((await ines(`/api/invitations/${token}`, { body: {} })).body.problems[0]).toMatchObject({
    code: 'on-staff',
  })
  const odile = await someone(at, 'odile')
  expect((await odile(`/api/invitations/${token}`, { body: {} })).status).toBe(200)
  expect((await staff()).staff).toContainEqual(
    expect.objectContaining({ name: 'Odile Marsh', role: 'reader' }),
  )
})

test('of many who take a link up at once one joins', async () => {
  const token = await invite('reader')
  const answers = await Promise.all(
    Array.from({ length: 8 }, async (_, i) =>
      (await someone(at, null))(`/api/invitations/${token}`, { body: { account: account(`Guest${i}`) } }),
    ),
  )
  expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array(7).fill(404)])
  // those who came too late have no account either
  const made = await at.sql(`select 1 from people where email like 'guest%'`)
  expect(made).toHaveLength(1)
})

test.each([
  ['taken back', async (id: string) => ines(`/api/libraries/jetty/invitations/${id}`, { method: 'DELETE' })],
  [
    'ended',
    (id: string) =>
      at.sql(`update invitations set expires_at = now() - interval '1 second' where id = $1`, [id]),
  ],
])('one that was %s lets nobody in', async (_how, end) => {
  const token = await invite('maintainer', 'Nobody in the end')
  await end((await openFor('Nobody in the end'))!.id)
  const guest = await someone(at, null)
  expect((await guest(`/api/invitations/${token}`)).status).toBe(404)
  const late = await guest(`/api/invitations/${token}`, { body: { account: account('Late') } })
  expect([late.status, late.body.problems[0].code]).toEqual([404, 'no-invitation'])
  expect(await openFor('Nobody in the end')).toBeUndefined()
})

test('bad input is told: no name, no address, a short password, an address that is known, a word of nobody', async () => {
  const token = await invite('reader')
  const guest = await someone(at, null)
  const join = async (more: object) =>
    (await guest(`/api/invitations/${token}`, { body: { account: { ...account('Bad'), ...more } } })).body
      .problems[0]
  expect(await join({ name: ' ' })).toMatchObject({ what: expect.stringContaining('a name is missing') })
  expect(await join({ email: 'nobody' })).toMatchObject({
    what: expect.stringContaining('that is no address'),
  })
  expect(await join({ password: 'short' })).toMatchObject({ what: expect.stringContaining('ten characters') })
  expect(await join({ email: 'Ines@marram.example' })).toMatchObject({ code: 'known-address' })
  expect((await guest('/api/invitations/nothing')).status).toBe(404)
  expect((await guest(`/api/invitations/${token}`, { body: {} })).status).toBe(401)
  const nobody = await ines('/api/libraries/jetty/invitations', { body: { role: 'reader', invited: ' ' } })
  expect(nobody.status).toBe(422)
})

test('only a maintainer invites; whoever is on the staff may leave, but for the last maintainer', async () => {
  const token = await invite('contributor')
  const tobias = await someone(at, 'tobias')
  await tobias(`/api/invitations/${token}`, { body: {} })
  const body = { role: 'maintainer', invited: 'A friend' }
  expect((await tobias('/api/libraries/jetty/invitations', { body })).status).toBe(403)
  expect((await tobias('/api/libraries/jetty/staff', { method: 'DELETE' })).status).toBe(200)
  // signed out everywhere, as whoever is taken off the staff
  expect((await tobias('/api/libraries/jetty')).status).toBe(401)
  expect((await staff()).staff).not.toContainEqual(expect.objectContaining({ name: 'Tobias Renn' }))
  const last = await ines('/api/libraries/jetty/staff', { method: 'DELETE' })
  expect(last.body.problems[0]).toMatchObject({ code: 'last-maintainer' })
})

test('whoever maintains it no more leaves no invitation open, and does not come back by one', async () => {
  const tobias = await someone(at, 'tobias')
  const own = await invite('maintainer')
  await tobias(`/api/invitations/${own}`, { body: {} })
  const body = { role: 'maintainer', invited: 'Tobias, some day' }
  const { link } = (await tobias('/api/libraries/jetty/invitations', { body })).body as { link: string }
  const { staff: known } = await staff()
  const { id } = (known as { id: string; name: string }[]).find(({ name }) => name === 'Tobias Renn')!
  const taken = await ines('/api/libraries/jetty/staff', { method: 'PUT', body: { person: id, role: null } })
  expect(taken.status).toBe(200)
  expect((await staff()).invitations).not.toContainEqual(expect.objectContaining({ invited: body.invited }))
  const again = await someone(at, 'tobias')
  const token = new URL(link).pathname.replace('/join/', '')
  expect((await again(`/api/invitations/${token}`, { body: {} })).status).toBe(404)
})
