import { Failure, fail, problemBody } from './failure'
import { checkPassword, hashPassword } from './password'
import { isAway, brokenUnique } from '../store/database'

test('a password is right or wrong, its hash is never twice the same, and nobody has none', async () => {
  const [one, two] = [await hashPassword('sea wall'), await hashPassword('sea wall')]
  expect(one).not.toBe(two)
  expect(one).not.toContain('sea wall')
  expect([await checkPassword(one, 'sea wall'), await checkPassword(two, 'sea wall'), await checkPassword(one, 'sea well'), await checkPassword(undefined, 'nobody has this password')]).toEqual([true, true, false, false])
  expect(await checkPassword('not a hash', 'x')).toBe(false)
})
test('letters that look the same are the same, however they were typed', async () => {
  expect(await checkPassword(await hashPassword('caf\u00e9'), 'cafe\u0301')).toBe(true)
})
test('a refusal is problem details with what to do', () => {
  expect(() => fail(409, 'taken', 'It is taken.', 'Choose another.')).toThrow(Failure)
  expect(problemBody(409, [{ code: 'taken', what: 'It is taken.', todo: 'Choose another.' }], { theirs: 1 })).toEqual({
    type: 'about:blank#taken', title: 'It is taken.', status: 409, detail: 'Choose another.', problems: [{ code: 'taken', what: 'It is taken.', todo: 'Choose another.' }], theirs: 1,
  })
})
test('a database that is away is told from a query that is wrong', () => {
  const coded = (code: string) => Object.assign(new Error('x'), { code })
  for (const code of ['ECONNREFUSED', 'ECONNRESET', '57P01', '57P03']) expect(isAway(coded(code))).toBe(true)
  expect(isAway(new Error('Connection terminated unexpectedly'))).toBe(true)
  for (const error of [coded('23505'), coded('42P01'), new Error('boom'), 'text', undefined]) expect(isAway(error)).toBe(false)
  expect(brokenUnique(Object.assign(coded('23505'), { constraint: 'releases_version' }))).toBe('releases_version')
  expect(brokenUnique(coded('23503'))).toBeUndefined()
})
