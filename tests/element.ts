import { membersOf, type Contract } from '../core/contract/contract'
import { printType } from '../core/contract/type'
import { readLibrary } from '../core/read/read'

// Contracts of elements that a test writes in a line or two.

/** What is read of files, by path. */
export const read = (files: Record<string, string>) =>
  readLibrary(Object.entries(files).map(([path, text]) => ({ path, text })))

/** The contract of the component in files, which are read without a problem. */
export function contractIn(files: Record<string, string>, tag: string): Contract {
  const { contracts, problems } = read(files)
  expect(problems).toEqual([])
  return contracts.find((contract) => contract.tag === tag)!
}
/** The contract of the only component in a file, which is read without a problem. */
export function contractOf(text: string, more: Record<string, string> = {}): Contract {
  const { contracts, problems } = read({ 'x-one.ts': text, ...more })
  expect(problems).toEqual([])
  expect(contracts).toHaveLength(1)
  return contracts[0]!
}
/** The source of an element `x-one` with this in its class and that before it. */
export const element = (body: string, head = '') =>
  `${head}\nclass XOne extends HTMLElement {\n${body}\n}\ncustomElements.define('x-one', XOne)`
/** A prop of an element with this in its class. */
export const prop = (body: string, name: string, head = '') =>
  membersOf(contractOf(element(body, head)), 'prop').find((member) => member.name === name)!
/** The props of a component, a line each. */
export const propsTold = (contract: Contract) =>
  Object.fromEntries(
    membersOf(contract, 'prop').map((member) => [
      member.name,
      [
        printType(member.type),
        ...(member.attribute ? [`@${member.attribute}`] : []),
        ...(member.reflects ? ['reflected'] : []),
        ...(member.default === undefined ? [] : [`= ${member.default}`]),
      ].join(' '),
    ]),
  )
