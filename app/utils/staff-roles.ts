import type { Role } from '~~/core/roles'

/** What somebody may be to a library, as it is chosen. */
export const staffRoles: { value: Role | 'none'; title: string; note: string }[] = [
  { value: 'maintainer', title: 'maintainer', note: 'keeps it, publishes' },
  { value: 'contributor', title: 'contributor', note: 'changes and writes' },
  { value: 'reader', title: 'reader', note: 'finds and installs' },
  { value: 'none', title: 'no role', note: 'leaves the staff' },
]
