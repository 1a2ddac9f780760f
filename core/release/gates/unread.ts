import type { DifferenceFacts, Gate } from './gate'

/** What differs is known by more than its text: of a text nobody can tell what another one means. */
export const unreadGate: Gate<DifferenceFacts> = {
  name: 'unread',
  title: 'What differs could be read',
  usual: 'warn',
  screen: 'difference',
  judge: ({ unread }) =>
    unread === 0
      ? undefined
      : `${unread === 1 ? 'One difference is' : `${unread} differences are`} known by the text only: look whether it breaks anything.`,
}
