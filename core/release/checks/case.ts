import type { Problem } from '../../problem'
import type { ReleaseCheck } from './check'

/** Files whose paths differ only in case are one file on the disks of many who install a package. */
export const pathsDiffer: ReleaseCheck = ({ paths }) => {
  const seen = new Map<string, string>()
  return paths.flatMap((path): Problem[] => {
    const other = seen.get(path.toLowerCase())
    seen.set(path.toLowerCase(), other ?? path)
    return other === undefined
      ? []
      : [
          {
            code: 'case-only',
            what: `${path} and ${other} differ only in case: on many disks they are one file.`,
            where: { file: path },
            todo: 'Give one of them another name.',
          },
        ]
  })
}
