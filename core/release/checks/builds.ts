import type { ReleaseCheck } from './check'

/** Every component compiles. */
export const componentsCompile: ReleaseCheck = ({ buildProblems }) => buildProblems
