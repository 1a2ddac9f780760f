/** A path from a folder, `..` and `.` followed. */
export const joined = (folders: string[], path: string): string => {
  const parts = [...folders]
  for (const step of path.split('/')) {
    if (step === '..') parts.pop()
    else if (step !== '.' && step !== '') parts.push(step)
  }
  return parts.join('/')
}

/** A file of declarations, also of a language that has its own: `Card.svelte.d.ts`. */
export const isDeclaration = (path: string): boolean => /\.d\.[cm]?ts$/.test(path)

/** A path as the library has it, where a compiler put its own folder before it. */
export const plainPath = (path: string): string => path.replace(/^\.?\//, '')
