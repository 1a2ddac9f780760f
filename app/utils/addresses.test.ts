import { backTo } from './navigation'

test('after signing in one goes back to a place of ours, never to another site', () => {
  expect([backTo('/tern'), backTo('/tern/tokens?token=a')]).toEqual(['/tern', '/tern/tokens?token=a'])
  for (const bad of [
    '//evil.example',
    '/\\evil.example',
    'https://evil.example',
    'javascript:alert(1)',
    '',
    undefined,
    ['/tern'],
  ])
    expect(backTo(bad)).toBe('/')
})
