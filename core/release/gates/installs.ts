import type { TriedGate } from './tried'

/** The ordinary package client installs it, with all it depends on and asks for, into an empty project. */
export const installsGate: TriedGate = {
  name: 'installs',
  title: 'It installs into an empty project',
  usual: 'stop',
  screen: 'package',
}
