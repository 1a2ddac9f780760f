import type { TriedGate } from './tried'

/**
 * The `test` script of the library's own package.json ends well. It is code of the library's: nobody is asked for it
 * until the library asks.
 */
export const testsGate: TriedGate = {
  name: 'tests',
  title: 'Its own tests pass',
  usual: 'pass',
  screen: 'source',
}
