import type { Gate } from './gate'

/** Whatever looks otherwise than in the last version was looked at, and accepted. */
export const looksGate: Gate = {
  name: 'looks',
  title: 'How it looks was accepted',
  usual: 'warn',
  screen: 'looks',
  judge({ looks }) {
    if (!looks) return undefined
    const { pairs, unknown, changed, accepted, refused } = looks
    const open = changed - accepted - refused
    const told = [
      refused > 0 && `${refused} of ${changed} changed pictures ${refused === 1 ? 'is' : 'are'} not meant`,
      open > 0 && `${open} of ${changed} changed pictures ${open === 1 ? 'was' : 'were'} not accepted`,
      unknown > 0 && `${unknown} of ${pairs} pictures were not compared as they are now`,
    ].filter((text) => text !== false)
    return told.length ? `${told.join('; ')}.` : undefined
  },
}
