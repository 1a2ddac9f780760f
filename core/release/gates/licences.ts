import type { TriedGate } from './tried'

/** All that a consumer gets along with it has a licence under which the library lets it be shipped. */
export const licencesGate: TriedGate = {
  name: 'licences',
  title: 'What it brings along may be shipped',
  usual: 'warn',
  screen: 'package',
}
