/** What a record holds under a name, whatever that is called: what every object has by itself is none of it. */
export const own = <Value>(record: Readonly<Record<string, Value>>, name: string): Value | undefined =>
  Object.hasOwn(record, name) ? record[name] : undefined
