import fc from 'fast-check'
import { memberKey, membersOf, contractSchema } from '../../contract/contract'
import { readLibrary } from '../read'
import { ternSource as files } from '../../../tests/tern'

describe('Tern', () => {
  const reading = readLibrary(files)
  const find = (tag: string) => reading.contracts.find((contract) => contract.tag === tag)!
  test('sixteen components, nothing unread, and every contract fits its schema', () => {
    expect(reading.problems).toEqual([])
    expect(reading.contracts).toHaveLength(16)
    for (const contract of reading.contracts)
      expect(contractSchema.parse(JSON.parse(JSON.stringify(contract)))).toEqual(contract)
  })
  test('every place that is named is a line that speaks of the member', () => {
    const lines = new Map(files.map((file) => [file.path, file.text.split('\n')]))
    for (const contract of reading.contracts) {
      for (const member of contract.members) {
        const line = lines.get(member.place.file)?.[member.place.line - 1] ?? ''
        const spoken =
          member.kind === 'slot' && member.name === ''
            ? 'slot'
            : member.kind === 'event'
              ? 'emit'
              : member.name.split('=')[0]!
        expect(`${contract.tag} ${memberKey(member)}: ${line}`).toContain(spoken)
      }
    }
  })
  test('flaws a reading can see are seen', () => {
    expect(
      membersOf(find('tern-notice-strip'), 'part').find((member) => member.name === 'icon'),
    ).toMatchObject({
      known: 'comment',
    })
    expect(
      membersOf(find('tern-queue-meter'), 'prop').find((member) => member.name === 'busyAt')!
        .disagreements[0],
    ).toMatchObject({ comment: '0.6', code: '0.75' })
    expect(
      membersOf(find('tern-ticket'), 'slot').find((member) => member.name === 'stub')!.comment,
    ).toBeUndefined()
    expect(
      find('tern-weather-chip').members.some((member) => member.name === '--tern-feedback-clam-ground'),
    ).toBe(true)
  })
  test('the ticket is made of two others', () =>
    expect(find('tern-ticket').uses.map((use) => use.tag)).toEqual(['tern-berth-mark', 'tern-action']))
  test('a damaged file never crashes the reader, and costs only components that need it', () => {
    const target = files.find((file) => file.path === 'src/notice-strip.ts')!
    fc.assert(
      fc.property(
        fc.nat(target.text.length - 1),
        fc.nat(60),
        fc.string({ maxLength: 12 }),
        (at, length, put) => {
          const text = target.text.slice(0, at) + put + target.text.slice(at + length)
          const again = readLibrary(files.map((file) => (file === target ? { ...file, text } : file)))
          return reading.contracts.every(
            (contract) =>
              contract.tag === 'tern-notice-strip' ||
              again.contracts.some((other) => other.tag === contract.tag),
          )
        },
      ),
      { numRuns: 40 },
    )
  })
})
