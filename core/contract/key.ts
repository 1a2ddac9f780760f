import { z } from 'zod'
import { joinClaims, memberFields, type Claim, whereComplete } from './member'
import { memberKind } from './member-kind'

/**
 * A key the component answers to. The name is the key's value (UI Events KeyboardEvent key Values),
 * `Space` for the space bar, with the keys that must be held before it: `Shift+Tab`.
 */
export const keySchema = z.object({
  kind: z.literal('key'),
  ...memberFields,
})
export type Key = z.infer<typeof keySchema>

export const describeKey = (key: Key): string => (key.known === 'comment' ? 'in comment only' : '')

/**
 * Keys found, with what a comment's `@key Escape - …` says of them. `isAnswered`: something besides code of the
 * component may answer a key, such as an element of its markup; then none is called false.
 */
export const joinKeys = (found: Key[], claims: Claim[], isAnswered: (key: string) => boolean): Key[] =>
  joinClaims(
    found,
    claims.map((claim) => ({ ...claim, name: keyName(claim.name) ?? claim.name })),
    (claim) => ({
      kind: 'key',
      name: claim.name,
      place: claim.place,
      known: 'comment',
      comment: claim.text || undefined,
      disagreements: whereComplete(!isAnswered(claim.name), {
        about: 'key',
        comment: `key ${claim.name}`,
        code: 'no code asks for it',
        place: claim.place,
      }),
    }),
  )

const named = [
  'Enter',
  'Tab',
  'Escape',
  'Space',
  'Backspace',
  'Delete',
  'Insert',
  'Home',
  'End',
  'PageUp',
  'PageDown',
  'ArrowUp',
  'ArrowDown',
  'ArrowLeft',
  'ArrowRight',
  'ContextMenu',
  'Help',
  'Cancel',
  'Clear',
  'Copy',
  'Cut',
  'Paste',
  'Undo',
  'Redo',
  'Find',
  'Play',
  'Pause',
  'MediaPlayPause',
  'MediaStop',
  'MediaTrackNext',
  'MediaTrackPrevious',
  'Shift',
  'Control',
  'Alt',
  'Meta',
  'CapsLock',
  ...Array.from({ length: 12 }, (_, i) => `F${i + 1}`),
]
const byLowerCase = new Map(named.map((text) => [text.toLowerCase(), text]))
/**
 * What browsers called keys before the standard, what the `code` of a key calls some, and what templates
 * write for short.
 */
const others: Record<string, string> = {
  ' ': 'Space',
  spacebar: 'Space',
  esc: 'Escape',
  del: 'Delete',
  up: 'ArrowUp',
  down: 'ArrowDown',
  left: 'ArrowLeft',
  right: 'ArrowRight',
  numpadenter: 'Enter',
  apps: 'ContextMenu',
}

/**
 * The name of a key from any way of writing it, `undefined` for what is no key; a single letter or sign
 * stands for itself.
 */
export function keyName(written: string): string | undefined {
  const pieces = written.split('+').filter(Boolean)
  if (pieces.length > 1) {
    const last = keyName(pieces.pop()!)
    return last && [...pieces, last].join('+')
  }
  const plain = written.toLowerCase()
  const found =
    others[plain] ?? byLowerCase.get(plain.replaceAll('-', '')) ?? /^(?:key|digit)([a-z\d])$/.exec(plain)?.[1]
  return found ?? ([...written].length === 1 ? written : undefined)
}

/** Names by the numbers of the old `keyCode` (UI Events, section 7.1.3, fixed virtual key codes). */
export const keyByNumber: ReadonlyMap<number, string> = new Map([
  [8, 'Backspace'],
  [9, 'Tab'],
  [13, 'Enter'],
  [16, 'Shift'],
  [17, 'Control'],
  [18, 'Alt'],
  [20, 'CapsLock'],
  [27, 'Escape'],
  [32, 'Space'],
  [33, 'PageUp'],
  [34, 'PageDown'],
  [35, 'End'],
  [36, 'Home'],
  [37, 'ArrowLeft'],
  [38, 'ArrowUp'],
  [39, 'ArrowRight'],
  [40, 'ArrowDown'],
  [46, 'Delete'],
])

export const keyKind = memberKind({
  kind: 'key',
  heading: 'Keys',
  schema: keySchema,
  describe: describeKey,
  facets: [],
})
