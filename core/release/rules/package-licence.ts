import type { ReleaseRule } from './rule'

/** Under another licence whoever uses the library has to look whether they still may. */
export const packageLicence: ReleaseRule = {
  name: 'package-licence',
  title: 'The package comes under another licence',
  changes: ({ before, now }) =>
    before.package.license === now.package.license
      ? []
      : [
          {
            weight: 'breaking' as const,
            about: 'licence',
            says: 'It comes under another licence.',
            before: before.package.license ?? 'none',
            now: now.package.license ?? 'none',
          },
        ],
}
