/** Keys of which one at least has to do something, and what that is. */
export interface KeysAsked {
  /** As contracts name them (`core/contract/key.ts`). */
  keys: string[]
  does: string
}

/**
 * What the keyboard is expected to do with each role, by the ARIA Authoring Practices, in words of our own:
 * only what every pattern of that role has in common. With one thing alone to choose from, nothing is expected of
 * what moves among several.
 */
export const patterns: Readonly<Record<string, readonly KeysAsked[]>> = {
  button: [
    { keys: ['Enter'], does: 'uses it' },
    { keys: ['Space'], does: 'uses it' },
  ],
  link: [{ keys: ['Enter'], does: 'follows it' }],
  checkbox: [{ keys: ['Space'], does: 'turns it' }],
  switch: [{ keys: ['Space'], does: 'turns it' }],
  radio: [{ keys: ['ArrowDown', 'ArrowUp', 'ArrowRight', 'ArrowLeft'], does: 'chooses another' }],
  tab: [{ keys: ['ArrowRight', 'ArrowLeft', 'ArrowDown', 'ArrowUp'], does: 'goes to another tab' }],
  slider: [
    { keys: ['ArrowRight', 'ArrowLeft'], does: 'makes it more or less' },
    { keys: ['ArrowUp', 'ArrowDown'], does: 'makes it more or less' },
    { keys: ['Home', 'End'], does: 'goes to one end' },
  ],
  spinbutton: [{ keys: ['ArrowUp', 'ArrowDown'], does: 'makes it more or less' }],
  listbox: [{ keys: ['ArrowDown', 'ArrowUp'], does: 'goes to another option' }],
  option: [{ keys: ['ArrowDown', 'ArrowUp'], does: 'goes to another option' }],
  combobox: [
    { keys: ['ArrowDown', 'ArrowUp', 'Enter'], does: 'opens what there is to choose, or goes through it' },
  ],
  menuitem: [{ keys: ['ArrowDown', 'ArrowUp', 'ArrowRight', 'ArrowLeft'], does: 'goes to another item' }],
  menuitemcheckbox: [{ keys: ['Enter', 'Space'], does: 'turns it' }],
  menuitemradio: [{ keys: ['Enter', 'Space'], does: 'chooses it' }],
  treeitem: [{ keys: ['ArrowDown', 'ArrowUp'], does: 'goes to another item' }],
  gridcell: [{ keys: ['ArrowRight', 'ArrowLeft', 'ArrowDown', 'ArrowUp'], does: 'goes to another cell' }],
  dialog: [{ keys: ['Escape'], does: 'closes it' }],
  alertdialog: [{ keys: ['Escape'], does: 'closes it' }],
}

/** Roles that only make sense beside others of theirs: with one alone there is nowhere to go. */
const amongOthers = new Set(['radio', 'tab', 'option', 'menuitem', 'treeitem', 'gridcell', 'listbox'])
export const needsOthers = (role: string): boolean => amongOthers.has(role)

/** Every key that is pressed on something of a role: what its pattern has, and what the source asks for. */
export const keysFor = (role: string, ofSource: readonly string[]): string[] => [
  ...new Set([...(patterns[role] ?? []).flatMap(({ keys }) => keys), ...ofSource]),
]

/** A key as people call it. */
export const keyTitle = (key: string): string =>
  key.startsWith('Arrow') ? `Arrow ${key.slice(5).toLowerCase()}` : key

/** Roles that have a pattern for keys though the focus is in something they hold. */
const around: readonly string[] = ['dialog', 'alertdialog']
export const answersInside = (role: string): boolean => around.includes(role)
