import { isAtLeast, roleSchema } from './roles'

test('a role has all that those after it have', () => {
  const { options } = roleSchema
  for (const [i, role] of options.entries())
    for (const [k, wanted] of options.entries()) expect(isAtLeast(role, wanted)).toBe(i <= k)
})
