import { readLibrary } from '../read/read'
import { providerScript, remedyOf } from './remedy'

const { contracts } = readLibrary([
  {
    path: 'Quay.tsx',
    text: 'export const Quay = () => <b>quay</b>\nexport const QuayProvider = ({ children }: { children?: React.ReactNode }) => <i>{children}</i>',
  },
])
const quay = contracts.find(({ tag }) => tag === 'Quay')!

test.each([
  ['Error: QuayProvider was not found in component tree', true],
  ["TypeError: Cannot destructure property 'ns' of 'inject(...)' as it is undefined.", true],
  ['Error: useTide must be used within <TideProvider>', true],
  ['Error: [Tide] Could not find defaults instance', true],
  ['Error: You used a <Label /> component, but it is not inside a relevant parent.', true],
  ["TypeError: Cannot read properties of undefined (reading 'name')", false],
  ['Error: no', false],
])('%s', (text, provide) => {
  const remedy = remedyOf(text, quay, contracts)
  expect(remedy.provide).toBe(provide)
  if (provide) expect(remedy.provider).toBe('QuayProvider')
})

test('a draft puts a provider around every component', () =>
  expect(providerScript('QuayProvider')).toContain(`componentOf('QuayProvider')`))
