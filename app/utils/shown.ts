import { usageSchema, type Usage } from '~~/core/code/usage'

/** How a component is shown by an address; `undefined` where it says nothing of it, or nothing that can be read. */
export function usageFromQuery(query: Record<string, unknown>): Usage | undefined {
  if (typeof query.show !== 'string') return undefined
  try {
    const read = usageSchema.safeParse(JSON.parse(query.show))
    return read.success ? read.data : undefined
  } catch {
    return undefined
  }
}
