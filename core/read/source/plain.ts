/** A value that can be known without running anything: what JSON holds. */
export type Plain = string | number | boolean | null | Plain[] | { [key: string]: Plain }
