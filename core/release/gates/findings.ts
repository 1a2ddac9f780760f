import type { Gate } from './gate'

/** What the rules notice was looked at: it is mended, or somebody let it stand. */
export const findingsGate: Gate = {
  name: 'findings',
  title: 'Findings are mended or waived',
  usual: 'warn',
  screen: 'findings',
  judge: ({ findings }) =>
    findings === 0 ? undefined : findings === 1 ? 'One finding is open.' : `${findings} findings are open.`,
}
