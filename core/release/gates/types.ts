import type { TriedGate } from './tried'

/** A project in TypeScript, strict and with declarations checked, compiles with its types. */
export const typesGate: TriedGate = {
  name: 'types',
  title: 'Its types compile where it is used',
  usual: 'warn',
  screen: 'package',
}
