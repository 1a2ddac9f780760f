import type { ReleaseCheck } from './check'

/** Every token has a value in every theme. */
export const tokensResolve: ReleaseCheck = ({ tokenProblems }) => tokenProblems
