import Ajv from 'ajv'
import schema from 'custom-elements-manifest/schema.json'
import { membersOf } from '../../contract/contract'
import { customElementsManifest } from '../../release/manifest'
import { readLibrary } from '../read'
import { readManifest } from './read'
import { ternSource as files } from '../../../tests/tern'

const { contracts } = readLibrary(files)
const out = (of = contracts) => customElementsManifest(of, 'tern-')
const valid = new Ajv({ strict: false, allErrors: true }).compile(schema)

test('what we write is valid by the schema of the standard', () => {
  valid(out())
  expect(valid.errors ?? []).toEqual([])
})
test('out, in, and out again: the same', () => {
  const first = out()
  const { contracts: read, problems } = readManifest('custom-elements.json', JSON.stringify(first))
  expect(problems).toEqual([])
  expect(read).toHaveLength(16)
  expect(out(read)).toEqual(first)
  expect(out(readManifest('custom-elements.json', JSON.stringify(out(read))).contracts)).toEqual(first)
})
test(
  'a component whose source is not there stands on the shelf by its manifest; one that was ' +
    'read from source takes only words from it',
  () => {
    const manifest = {
      schemaVersion: '1.0.0',
      modules: [
        {
          path: './dist/buoy.js',
          declarations: [
            {
              kind: 'class',
              name: 'Buoy',
              tagName: 'tern-buoy',
              description: 'Floats.',
              attributes: [{ name: 'lit', type: { text: 'boolean' } }],
              members: [
                { kind: 'field', name: 'lit', type: { text: 'boolean' }, default: 'false' },
                { kind: 'field', name: '_own' },
                { kind: 'method', name: 'ring', parameters: [{ name: 'times', type: { text: 'number' } }] },
              ],
              events: [
                { name: 'rung', type: { text: 'CustomEvent<{ times: number }>' } },
                { type: { text: 'Event' } },
              ],
            },
            {
              kind: 'class',
              name: 'TernTideGauge',
              tagName: 'tern-tide-gauge',
              members: [
                { kind: 'field', name: 'unit', description: 'What it counts in.' },
                { kind: 'field', name: 'invented' },
              ],
            },
          ],
        },
      ],
    }
    const plain = files.map((file) =>
      file.path === 'src/tide-gauge.ts'
        ? { ...file, text: file.text.replaceAll(/\/\*\*[\s\S]*?\*\//g, '') }
        : file,
    )
    const reading = readLibrary([...plain, { path: 'custom-elements.json', text: JSON.stringify(manifest) }])
    const buoy = reading.contracts.find((contract) => contract.tag === 'tern-buoy')!
    expect([buoy.summary, buoy.files, buoy.members.map((member) => `${member.kind}:${member.name}`)]).toEqual(
      ['Floats.', ['custom-elements.json'], ['prop:lit', 'event:rung', 'method:ring']],
    )
    const gauge = reading.contracts.find((contract) => contract.tag === 'tern-tide-gauge')!
    expect(membersOf(gauge, 'prop').find((member) => member.name === 'unit')!.comment).toBe(
      'What it counts in.',
    )
    expect(membersOf(gauge, 'prop').some((member) => member.name === 'invented')).toBe(false)
  },
)
test.each([
  ['{', 'not JSON'],
  ['{}', 'schemaVersion'],
  ['{"schemaVersion":"1","modules":3}', 'modules'],
])('what is no manifest is told: %s', (text, part) => {
  const { contracts: none, problems } = readManifest('custom-elements.json', text)
  expect(none).toEqual([])
  expect(problems[0]).toMatchObject({
    code: 'bad-manifest',
    what: expect.stringContaining(part),
    where: { file: 'custom-elements.json', line: 1 },
  })
})
