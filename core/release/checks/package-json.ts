import type { ReleaseCheck } from './check'

/** A package has a package.json that can be read, and names what it must. */
export const packageJsonIsRead: ReleaseCheck = ({ packageJson }) =>
  packageJson.ok ? [] : packageJson.problems
