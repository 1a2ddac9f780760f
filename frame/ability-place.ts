// Where abilities of the browser are; the interface asks this too, so nothing is changed here.

/** Where an ability of script is: the object that has it itself, in a browser that has it. */
export function placeOf(
  path: string,
): { holder: object; name: string; descriptor: PropertyDescriptor } | undefined {
  const steps = path.split('.')
  const name = steps.pop()!
  let at: unknown = globalThis
  try {
    for (const step of steps)
      at = /^<.+>$/.test(step)
        ? document.createElement(step.slice(1, -1))
        : (at as Record<string, unknown> | undefined)?.[step]
    for (
      let holder = at as object | null;
      typeof holder === 'object' || typeof holder === 'function';
      holder = Object.getPrototypeOf(holder) as object | null
    ) {
      if (holder === null) return undefined
      const descriptor = Object.getOwnPropertyDescriptor(holder, name)
      if (descriptor) return { holder, name, descriptor }
    }
  } catch {
    /* what cannot even be asked for is not there */
  }
  return undefined
}

/**
 * Whether source that asks for something asks for an ability that this browser has. Something that is
 * asked whether it is true is one where it is a function or a constructor, or an object of the navigator's
 * or the window's own; a value that may be there or not is none.
 */
export function isAbility(path: string, sure: boolean): boolean {
  const found = placeOf(path)
  if (!found) return false
  const { value, get } = found.descriptor as { value?: unknown; get?: () => unknown }
  if (sure || typeof value === 'function') return true
  if (!get || !/^(?:navigator\.)?\w+$/.test(path) || mayBeNothing.has(path)) return false
  return typeof get.call(path.startsWith('navigator.') ? navigator : globalThis) === 'object'
}
/**
 * Members of the window that hold something at one time and nothing at another, or are always there (HTML,
 * section 7.2).
 */
const mayBeNothing = new Set([
  'document',
  'navigator',
  'event',
  'name',
  'parent',
  'top',
  'opener',
  'location',
  'self',
  'window',
  'frames',
  'frameElement',
])
