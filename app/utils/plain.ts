/** A value as it may be sent to a frame or a worker: without Vue's proxies, dates kept as dates. */
export function plain<T>(value: T): T {
  const raw = toRaw(value)
  if (Array.isArray(raw)) return raw.map(plain) as T
  if (raw instanceof Date || typeof raw !== 'object' || raw === null) return raw
  return Object.fromEntries(Object.entries(raw).map(([key, value]) => [key, plain(value)])) as T
}
