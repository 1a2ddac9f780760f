/** What is being worked out just now, by its key. */
const going = new Map<string, Promise<unknown>>()

/** Works something out once for all who ask for it at the same time; who comes later has it worked out anew. */
export function together<T>(key: string, work: () => Promise<T>): Promise<T> {
  const known = going.get(key) as Promise<T> | undefined
  if (known) return known
  const made = work().finally(() => going.delete(key))
  going.set(key, made)
  return made
}
