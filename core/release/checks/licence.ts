import type { ReleaseCheck } from './check'

/** The file that holds the licence text: LICENSE or LICENCE, plain or as Markdown, at the top. */
export const licencePath = (paths: readonly string[]): string | undefined =>
  paths.find((path) => /^LICEN[CS]E(\.(md|txt))?$/i.test(path))

/** Nobody may use what comes without a licence. */
export const hasLicence: ReleaseCheck = ({ paths }) =>
  licencePath(paths) === undefined
    ? [
        {
          code: 'no-licence',
          what: 'The library has no licence text.',
          todo: 'Bring in a file named LICENSE.',
        },
      ]
    : []
