import type { TriedGate } from './tried'

/** Bundled into a plain page, it brings every component, and nothing goes wrong. */
export const loadsGate: TriedGate = {
  name: 'loads',
  title: 'It loads in a plain page, and every component is there',
  usual: 'stop',
  screen: 'package',
}
