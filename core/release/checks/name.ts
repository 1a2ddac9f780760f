import type { ReleaseCheck } from './check'

/** A package goes out under the name its library is registered under. */
export const hasOwnName: ReleaseCheck = ({ packageJson, package: name }) =>
  packageJson.ok && packageJson.value.name !== name
    ? [
        {
          code: 'other-name',
          what: `package.json names ${packageJson.value.name}, and this library is ${name}.`,
          where: { file: 'package.json' },
          todo: 'Give the package its own name.',
        },
      ]
    : []
