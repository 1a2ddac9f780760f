import { usageSchema, type Usage } from '~~/core/code/usage'

/**
 * How a component is shown by an address; `undefined` where it says nothing of it, or nothing that can be
 * read.
 */
export function usageFromQuery(query: Record<string, unknown>, name = 'show'): Usage | undefined {
  const text = query[name]
  if (typeof text !== 'string') return undefined
  try {
    const read = usageSchema.safeParse(JSON.parse(text))
    return read.success ? read.data : undefined
  } catch {
    return undefined
  }
}
