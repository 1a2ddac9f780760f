// Part of the script in every preview frame: it takes nothing along.

/** Values with functions put where their paths say. */
export function withFunctions(
  props: Readonly<Record<string, unknown>>,
  paths: readonly string[],
  make: (path: string) => unknown,
): Record<string, unknown> {
  const put = (at: unknown, [step, ...rest]: string[], value: unknown): unknown => {
    if (step === undefined) return value
    if (Array.isArray(at))
      return at.map((entry: unknown, i) => (String(i) === step ? put(entry, rest, value) : entry))
    return typeof at === 'object' && at !== null
      ? { ...at, [step]: put((at as Record<string, unknown>)[step], rest, value) }
      : at
  }
  return paths.reduce((all, path) => put(all, path.split('.'), make(path)) as Record<string, unknown>, {
    ...props,
  })
}
