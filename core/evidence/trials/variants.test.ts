import { contractOf, runTrial as run } from '../../../tests/trial'

const three = contractOf("  tone: 'calm' | 'warn' | 'loud' = 'calm'")
const marksOf = (see: Parameters<typeof run>[1], contract = three) => {
  const { evidence } = run(contract, see)
  return evidence
    .filter(({ member }) => member.startsWith('variant:'))
    .map(({ member, mark, remark }) => [member.slice('variant:'.length), mark, ...(remark ? [remark] : [])])
}

test('values that look otherwise than every other are seen; two that look alike are both told', () => {
  expect(marksOf(({ usage }) => ({ tree: String(usage.props.tone ?? 'calm') }))).toEqual([
    ['tone=calm', 'seen'],
    ['tone=warn', 'seen'],
    ['tone=loud', 'seen'],
  ])
  const alike = run(three, ({ usage }) => ({ tree: String(usage.props.tone === 'loud') }))
  expect(alike.evidence.filter(({ member }) => member.startsWith('variant:'))).toMatchObject([
    { mark: 'no effect', says: expect.stringContaining('could not be told apart from “warn”') as string },
    { mark: 'no effect', says: expect.stringContaining('could not be told apart from “calm”') as string },
    { mark: 'seen' },
  ])
})

test('values that differ in use only are seen; other names for sheets alone are no other look', () => {
  expect(
    marksOf(({ usage, acts }) => ({ tree: acts.length ? String(usage.props.tone) : 'same' })).map(
      ([, mark]) => mark,
    ),
  ).toEqual(['seen', 'seen', 'seen'])
  expect(
    marksOf(({ usage }) => ({ tree: String(usage.props.tone), plain: 'same' })).map(([, mark]) => mark),
  ).toEqual(['no effect', 'no effect', 'no effect'])
})

test('a value that looks as another does in a state is remarked', () => {
  const hovered = contractOf(
    "  tone: 'calm' | 'warn' = 'calm'\n" +
      "  connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = " +
      '`<style>b:hover { color: red }</style><b></b>` }',
  )
  expect(
    marksOf(
      ({ usage, held }) => ({
        tree: held.includes('hover') ? 'hovered' : String(usage.props.tone ?? 'calm'),
      }),
      hovered,
    ),
  ).toEqual([
    ['tone=calm', 'seen', 'It looks as “warn” does, held in hover.'],
    ['tone=warn', 'seen', 'It looks as “calm” does, held in hover.'],
  ])
})
