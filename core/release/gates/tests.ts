import type { TriedGate } from './tried'

/**
 * The `test` script of the library's own package.json ends well. It is code of the library's, and not run until
 * the library asks for it.
 */
export const testsGate: TriedGate = {
  name: 'tests',
  title: 'Its own tests pass',
  usual: 'pass',
  screen: 'source',
}
