import { createMemoryHistory, createRouter } from 'vue-router'

import { changeAddress, followNavigations, pendingAddress } from './address'

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

test('who goes to another page gets there, whatever the page they leave still says of its address', async () => {
  const ours = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/lock', component: {} },
      // its code takes a while to come
      { path: '/desk', component: () => new Promise((resolve) => setTimeout(resolve, 20, {})) },
    ],
  })
  followNavigations(ours)
  await ours.push('/lock')
  await changeAddress(ours, { members: 'dress' })
  const leaving = ours.push('/desk')
  await new Promise((resolve) => setTimeout(resolve))
  await changeAddress(ours, { looks: 'undressed' })
  await leaving
  expect(ours.currentRoute.value.fullPath).toBe('/desk')
  expect(pendingAddress.value).toEqual({})
})

test('where the other page could not be loaded, the address of this one changes as before', async () => {
  const ours = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/lock', component: {} },
      { path: '/desk', component: () => Promise.reject(new Error('its code did not come')) },
    ],
  })
  followNavigations(ours)
  await ours.push('/lock')
  await expect(ours.push('/desk')).rejects.toThrow('its code did not come')
  await changeAddress(ours, { looks: 'undressed' })
  expect(ours.currentRoute.value.fullPath).toBe('/lock?looks=undressed')
})
