/**
 * Why an entry of a package's tarball cannot be, or `undefined`: names that another system reads as
 * another place, or as the same place twice. `taken` gathers the names there are so far.
 */
export function faultOfEntry(
  name: string,
  type: string | null | undefined,
  taken: Map<string, string>,
): string | undefined {
  const shown = `“${name.slice(0, 200).replaceAll('\0', '␀')}”`
  if (type !== 'file' && type !== 'directory')
    return `${shown} in the tarball is a ${type}; only files may be in it.`
  if (name.includes('\\')) return `${shown} has a backslash, which some systems take for a folder.`
  if (/[\0-\x1f\x7f]/.test(name)) return `${shown} has a control character in its name.`
  if (name.startsWith('/') || name.split('/').some((part) => part === '..' || part === '.'))
    return `${shown} leads out of the package.`
  if (/(?:^|\/)[a-z]:/i.test(name)) return `${shown} names a drive.`
  if (name.length > 1000) return `${shown} has a name longer than 1,000 characters.`
  if (type === 'directory') return undefined
  if (!name.includes('/')) return `${shown} stands outside the folder of the package.`
  const path = name.slice(name.indexOf('/') + 1)
  if (path === '' || path.split('/').includes('')) return `${shown} has an empty name in its path.`
  // what differs in case or in the way letters are put together is one file on many systems
  const key = path.normalize('NFC').toLowerCase()
  const other = taken.get(key)
  taken.set(key, path)
  if (other === undefined) return undefined
  return other === path
    ? `“${path}” is in the tarball twice.`
    : `“${path}” and “${other}” are one file where case does not count.`
}
