/** What may have changed in a library, as its news tell it. */
export const newsKinds = [
  'source',
  'job',
  'words',
  'tokens',
  'fittings',
  'findings',
  'release',
  'desk',
  'staff',
  'evidence',
  'pictures',
  'publication',
  'provisions',
  'widths',
  'icons',
] as const
export type NewsKind = (typeof newsKinds)[number]
