import type { Readers } from '~~/core/readers'

/** Who may read a library besides those who have a role in it. */
export const readersChoices: { value: Readers; title: string; note: string }[] = [
  { value: 'staff', title: 'its staff alone', note: 'the package takes an access token' },
  {
    value: 'accounts',
    title: 'whoever has an account here',
    note: 'the package can be installed by anybody',
  },
  { value: 'anyone', title: 'anybody, without an account', note: 'shelf, bench, guide and registry' },
]
