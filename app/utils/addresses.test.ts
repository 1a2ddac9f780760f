import { groundFrom } from './grounds'
import { backTo } from './navigation'

test('after signing in one goes back to a place of ours, never to another site', () => {
  expect([backTo('/tern'), backTo('/tern/tokens?token=a')]).toEqual(['/tern', '/tern/tokens?token=a'])
  for (const bad of ['//evil.example', '/\\evil.example', 'https://evil.example', 'javascript:alert(1)', '', undefined, ['/tern']]) expect(backTo(bad)).toBe('/')
})

test('a ground from an address is a plain colour or the theme’s own', () => {
  expect([groundFrom('#FFF'), groundFrom('#ffffff80')]).toEqual(['#FFF', '#ffffff80'])
  for (const bad of ['url(http://evil.example)', 'red;position:fixed', undefined, 12]) expect(groundFrom(bad)).toBe('Canvas')
})
