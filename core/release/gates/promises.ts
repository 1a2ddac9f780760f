import semver from 'semver'
import type { DifferenceFacts, Gate } from './gate'

/** What is deprecated stays until the version in which it was said to go. */
export const promisesGate: Gate<DifferenceFacts> = {
  name: 'promises',
  title: 'Nothing goes before its time',
  usual: 'stop',
  screen: 'difference',
  judge({ promised, version }) {
    // a version that cannot be read is refused for that
    const early = semver.valid(version) ? promised.filter(({ goneIn }) => semver.lt(version, goneIn)) : []
    return early.length
      ? early.map(({ says, goneIn }) => `${says.replace(/\.$/, '')}, and was to go in ${goneIn}.`).join(' ')
      : undefined
  },
}
