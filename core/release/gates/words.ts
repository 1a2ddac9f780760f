import type { Gate } from './gate'

/** Every member has words, in the source or here. */
export const wordsGate: Gate = {
  name: 'words',
  title: 'Every member has words',
  usual: 'pass',
  screen: '',
  judge: ({ wordless }) =>
    wordless === 0
      ? undefined
      : wordless === 1
        ? 'One member has no words.'
        : `${wordless} members have no words.`,
}
