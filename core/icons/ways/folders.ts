/** The folder of a path, with a slash at its end. */
const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1)

/**
 * The folders in which some files stand, and those over two or more of them: a set may be sorted into folders
 * by size or by subject.
 */
export function foldersOf(paths: readonly string[]): string[] {
  const direct = [...new Set(paths.map(folderOf))]
  const parents = new Map<string, number>()
  for (const folder of direct) {
    const parent = folderOf(folder.slice(0, -1))
    if (folder !== '') parents.set(parent, (parents.get(parent) ?? 0) + 1)
  }
  const over = [...parents].flatMap(([parent, count]) => (count > 1 && parent !== '' ? [parent] : []))
  return [...new Set([...direct, ...over])]
}

/** The role of a file in a folder or right below: its path from there, without its ending. */
export function roleAt(folder: string, path: string): string | undefined {
  if (!path.startsWith(folder)) return undefined
  const inside = path.slice(folder.length)
  return inside.split('/').length > 2 ? undefined : inside.replace(/\.[^./]+$/, '')
}
