import fc from 'fast-check'
import { Failure, fail, problemBody } from './failure'
import { checkPassword, hashPassword } from './password'
import { isAway, brokenUnique } from '../store/database'
import { delayAfter, networkOf } from './rate-limit'
import { decodedPart, isText, jsonFrom } from './text'

test('a password is right or wrong, its hash is never twice the same, and nobody has none', async () => {
  const [value, two] = [await hashPassword('sea wall'), await hashPassword('sea wall')]
  expect(value).not.toBe(two)
  expect(value).not.toContain('sea wall')
  expect([
    await checkPassword(value, 'sea wall'),
    await checkPassword(two, 'sea wall'),
    await checkPassword(value, 'sea well'),
    await checkPassword(undefined, 'nobody has this password'),
  ]).toEqual([true, true, false, false])
  expect(await checkPassword('not a hash', 'x')).toBe(false)
})
test('letters that look the same are the same, however they were typed', async () => {
  expect(await checkPassword(await hashPassword('caf\u00e9'), 'cafe\u0301')).toBe(true)
})
test('a refusal is problem details with what to do', () => {
  expect(() => fail(409, 'taken', 'It is taken.', 'Choose another.')).toThrow(Failure)
  expect(
    problemBody(409, [{ code: 'taken', what: 'It is taken.', todo: 'Choose another.' }], { theirs: 1 }),
  ).toEqual({
    type: 'about:blank#taken',
    title: 'It is taken.',
    status: 409,
    detail: 'Choose another.',
    problems: [{ code: 'taken', what: 'It is taken.', todo: 'Choose another.' }],
    theirs: 1,
  })
})
test('a database that is away is told from a query that is wrong', () => {
  const coded = (code: string) => Object.assign(new Error('x'), { code })
  for (const code of ['ECONNREFUSED', 'ECONNRESET', '57P01', '57P03']) expect(isAway(coded(code))).toBe(true)
  expect(isAway(new Error('Connection terminated unexpectedly'))).toBe(true)
  for (const error of [coded('23505'), coded('42P01'), new Error('boom'), 'text', undefined])
    expect(isAway(error)).toBe(false)
  expect(brokenUnique(Object.assign(coded('23505'), { constraint: 'releases_version' }))).toBe(
    'releases_version',
  )
  expect(brokenUnique(coded('23503'))).toBeUndefined()
})
test('an address counts as its connection has it, IPv6 by networks of 64 bits', () => {
  expect(
    [
      '203.0.113.5',
      '::ffff:203.0.113.5',
      '2001:db8:1:2:3:4:5:6',
      '2001:db8:1:2::9',
      '2001:0db8:0001:0002::',
      'fe80::1%eth0',
      '::1',
      'unknown',
    ].map(networkOf),
  ).toEqual([
    '203.0.113.5',
    '203.0.113.5',
    '2001:db8:1:2::/64',
    '2001:db8:1:2::/64',
    '2001:db8:1:2::/64',
    'fe80:0:0:0::/64',
    '0:0:0:0::/64',
    'unknown',
  ])
})
test('an account grows slower with each wrong password, and never so slow that its owner stays out', () => {
  expect([0, 7, 8, 9, 10, 12, 100, 1_000_000].map((failures) => delayAfter(failures, 8))).toEqual([
    0, 0, 250, 500, 1000, 4000, 4000, 4000,
  ])
})

describe('text at the door', () => {
  const refusal = (act: () => unknown): string => {
    try {
      act()
    } catch (error) {
      if (error instanceof Failure) return error.problems[0]!.code
      throw error
    }
    return 'taken'
  }
  test.each(
    [
      ['{"a":"b"}', 'taken'],
      ['', 'taken'],
      ['{', 'not-json'],
      ['{"a":"\\u0000"}', 'not-text'],
      ['{"\\ud800":1}', 'not-text'],
      ['"\\ud83d\\udea2"', 'taken'],
      ['["\\\\u0000"]', 'taken'],
      [`${'['.repeat(99)}${']'.repeat(99)}`, 'taken'],
      [`${'['.repeat(101)}${']'.repeat(101)}`, 'too-deep'],
      [`"${'['.repeat(500)}"`, 'taken'],
      [`["${'\\"['.repeat(300)}"]`, 'taken'],
      ['['.repeat(5_000_000), 'too-deep'],
    ].map(([text, expected]) => [text!.slice(0, 30), expected!, text!]),
  )('%s …: %s', (_start, expected, text) => expect(refusal(() => jsonFrom(text))).toBe(expected))
  test('any value that JSON holds comes through, unless some text in it cannot be kept', () => {
    fc.assert(
      fc.property(fc.json({ maxDepth: 6 }), (text) => {
        const value: unknown = JSON.parse(text)
        const whole = (part: unknown): boolean =>
          typeof part === 'string'
            ? isText(part)
            : typeof part !== 'object' ||
              part === null ||
              Object.entries(part).every(([key, inner]) => isText(key) && whole(inner))
        expect(refusal(() => expect(jsonFrom(text)).toEqual(value))).toBe(whole(value) ? 'taken' : 'not-text')
      }),
    )
  })
  test.each([
    ['a%20b', 'a b'],
    ['%E2%98%83', '☃'],
    ['%zz', undefined],
    ['%ff', undefined],
    ['%00', undefined],
    ['%ED%A0%80', undefined],
  ])('%s in an address', (part, text) => {
    if (text === undefined) expect(refusal(() => decodedPart(part, 'The address'))).toBe('not-text')
    else expect(decodedPart(part, 'The address')).toBe(text)
  })
})
