/** Whether a path is that of a token or group, or of something inside of it. */
export const isWithin = (path: string, top: string): boolean => path === top || path.startsWith(`${top}.`)

/** Where something stands when a token or group has another path; what is not within it stays. */
export const movedPath = (path: string, { from, to }: { from: string; to: string }): string =>
  isWithin(path, from) ? `${to}${path.slice(from.length)}` : path

/** The groups that something stands in, from the nearest. */
export const groupsAbove = (path: string): string[] =>
  path
    .split('.')
    .map((_name, i, names) => names.slice(0, i).join('.'))
    .filter((group) => group !== '')
    .reverse()
