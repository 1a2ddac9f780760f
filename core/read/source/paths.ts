/** A path from a folder, `..` and `.` followed. */
export const joined = (folders: string[], path: string): string => {
  const parts = [...folders]
  for (const step of path.split('/')) {
    if (step === '..') parts.pop()
    else if (step !== '.' && step !== '') parts.push(step)
  }
  return parts.join('/')
}
