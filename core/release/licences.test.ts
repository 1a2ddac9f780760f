import fc from 'fast-check'
import { isLicence, judgeLicences, licencesSchema, mayBeShipped, shippedIn, usualLicences } from './licences'

const shipped = (name: string, licence?: string) => ({ name, version: '1.0.0', licence })

test.each([
  ['MIT', true],
  ['(MIT OR GPL-3.0-only)', true],
  ['MIT AND ISC', true],
  ['MIT AND GPL-3.0-only', false],
  ['GPL-2.0-or-later', false],
  ['Apache-2.0 WITH LLVM-exception', false],
  ['SEE LICENSE IN licence.txt', false],
  ['UNLICENSED', false],
  ['', false],
])('%s by the usual licences', (licence, may) => expect(mayBeShipped(licence, usualLicences)).toBe(may))

test('the usual ones are licences of the list, and can be said', () => {
  expect(usualLicences.filter((licence) => !isLicence(licence))).toEqual([])
  expect(licencesSchema.safeParse([...usualLicences]).success).toBe(true)
})

test.each(['mit license', 'MIT OR ISC', 'GPL-3.0+', '', 'constructor', '(MIT)'])(
  '%s is no licence to name',
  (text) =>
    expect(licencesSchema.safeParse(['MIT', text]).error!.issues[0]!.message).toBe(
      `“${text}” is no licence of the SPDX list`,
    ),
)

test('what a package says of its licence, in every manner that there was', () => {
  const of = (more: object) => shippedIn({ name: 'a', version: '1.0.0', ...more }).licence
  expect(of({ license: 'MIT' })).toBe('MIT')
  expect(of({ license: { type: 'ISC', url: 'x' } })).toBe('ISC')
  expect(of({ licenses: [{ type: 'MIT' }, { type: 'GPL-2.0-only' }] })).toBe('MIT OR GPL-2.0-only')
  expect(of({ licenses: ['MIT', ''] })).toBe('MIT')
  expect(of({ license: 7 })).toBeUndefined()
  const long = of({ license: `${'MIT AND '.repeat(37)}MIT  AND GPL-3.0-only` })!
  expect(mayBeShipped(long, usualLicences)).toBe(false)
  expect(mayBeShipped(of({ license: `${'MIT AND '.repeat(37)}MIT` })!, usualLicences)).toBe(true)
  expect(of({})).toBeUndefined()
})

test('what may not be shipped is named, and what comes along counted', () => {
  expect(
    judgeLicences([shipped('a', 'MIT'), shipped('b', 'MIT'), shipped('c', 'ISC')], usualLicences),
  ).toEqual({
    is: 'fine',
    says: ['What comes along, by licence: 2 MIT, 1 ISC.'],
  })
  expect(judgeLicences([shipped('a'), shipped('b', 'AGPL-3.0-only')], usualLicences)).toEqual({
    is: 'wrong',
    says: ['a@1.0.0 says nothing of its licence.', 'b@1.0.0 is under AGPL-3.0-only.'],
  })
  expect(judgeLicences([], usualLicences)).toEqual({ is: 'fine', says: ['Nothing else comes along.'] })
})

test('whatever a package file holds, it is read, and what is let through is let through by a licence', () => {
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom('name', 'version', 'license', 'licenses'), fc.anything()),
      (file) => {
        const { licence } = shippedIn(file)
        if (licence !== undefined && mayBeShipped(licence, ['MIT'])) expect(licence).toContain('MIT')
      },
    ),
  )
})
