/** Where to go after signing in: an address of ours, never another site. */
export const backTo = (wanted: unknown): string =>
  typeof wanted === 'string' && /^\/(?![/\\])/.test(wanted) ? wanted : '/'
