import { createMemoryHistory, createRouter } from 'vue-router'

import { changeAddress, pendingAddress } from './address'

const router = () =>
  createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:tag', component: {} }],
  })

test('changes made one upon another all end in the address, whoever makes them', async () => {
  const ours = router()
  await ours.push('/lock?old=1#prop:name')
  const members = changeAddress(ours, { members: 'dress' })
  const looks = changeAddress(ours, { looks: 'undressed', old: undefined })
  await Promise.resolve()
  await Promise.all([changeAddress(ours, { theme: 'night' }), members, looks])
  expect(ours.currentRoute.value.query).toEqual({ members: 'dress', looks: 'undressed', theme: 'night' })
  expect(ours.currentRoute.value.hash).toBe('#prop:name')
  expect(pendingAddress.value).toEqual({})
})

test('what is changed again is as it was changed last', async () => {
  const ours = router()
  await ours.push('/lock')
  await Promise.all([changeAddress(ours, { members: 'dress' }), changeAddress(ours, { members: undefined })])
  expect(ours.currentRoute.value.fullPath).toBe('/lock')
})
