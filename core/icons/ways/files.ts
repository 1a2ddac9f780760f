import type { IconUse } from '../glyph'
import { foldersOf, roleAt } from './folders'
import { importsOf } from './imports'
import type { IconWay } from './way'

const isDrawing = (path: string): boolean => /\.svg$/i.test(path)
/** The role of an SVG file in a folder; none of what stands elsewhere, or is no drawing. */
const roleOf = (folder: string, path: string): string | undefined =>
  isDrawing(path) ? roleAt(folder, path) : undefined

/** SVG files of a folder, each imported by whoever shows it. */
export const files: IconWay = {
  way: 'files',
  find: (source) =>
    foldersOf(importsOf(source).flatMap(({ to }) => (isDrawing(to) ? [to] : []))).map((path) => ({
      way: 'files',
      path,
    })),
  glyphs: ({ path }, source) =>
    source.files.flatMap((file) => {
      const role = roleOf(path, file.path)
      return role === undefined ? [] : [{ role, svg: file.text, file: file.path, line: 1 }]
    }),
  uses: ({ path }, source) =>
    importsOf(source).flatMap(({ from, to, line, isFetched }): IconUse[] => {
      const role = roleOf(path, to)
      return role === undefined ? [] : [{ role, file: from, line, isFetched }]
    }),
  swap: ({ path }, source, drawings) => {
    // whoever takes the address shows the file apart from the page, where no custom property of it reaches
    const apart = new Set(importsOf(source).flatMap(({ to, takesAddress }) => (takesAddress ? [to] : [])))
    return source.files.flatMap((file) => {
      const role = apart.has(file.path) ? undefined : roleOf(path, file.path)
      const drawing = role === undefined ? undefined : drawings.get(role)
      return drawing === undefined || drawing === file.text ? [] : [{ ...file, text: drawing }]
    })
  },
}
