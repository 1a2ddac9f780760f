// Which properties this browser lets an element take over from what it stands in. Browsers learn new ones, so
// it is asked: an outer element has a value, and the inner one, for which nothing is said, has it or has not.

/** Values that some property or other takes and does not have from the beginning. */
const tries = [
  '7px',
  'rgb(1, 2, 3)',
  'none',
  'auto',
  'hidden',
  '3',
  '0.5',
  'italic',
  '700',
  'right',
  'center',
  'both',
  'normal',
  'nowrap',
  'rtl',
  'vertical-rl',
  '"x"',
  'pointer',
  'collapse',
  'bottom',
  'inside',
  'uppercase',
  'mixed',
  'evenodd',
  'round',
  'dark',
  'manual',
  'keep-all',
  'anywhere',
  'strict',
  'block',
  'flex',
  'absolute',
  '1s',
  'scale(2)',
  'blur(2px)',
  'multiply',
  'column',
  'dashed',
  'contain',
  'fixed',
  'smooth',
  'balance',
  'drag',
  'no-drag',
  'spaces',
  'from-image',
  'pixelated',
  'inert',
]
let told: Record<string, boolean> | undefined

/** Every longhand of which the browser could be asked, with whether it is inherited. Asked once. */
export function inheritance(): Record<string, boolean> {
  return (told ??= asked())
}

function asked(): Record<string, boolean> {
  const outer = document.createElement('div')
  const inner = document.createElement('div')
  outer.append(inner)
  // not drawn, and in a tree of its own, which no rule of the page reaches
  const place = document.createElement('div')
  place.style.cssText = 'all: initial; display: none'
  place.attachShadow({ mode: 'closed' }).append(outer)
  document.documentElement.append(place)
  const [above, below] = [getComputedStyle(outer), getComputedStyle(inner)]
  const names = [...above]
  const before = new Map(names.map((name) => [name, above.getPropertyValue(name)]))
  const found: Record<string, boolean> = {}
  for (const value of tries) {
    for (const name of names) {
      if (name in found || !CSS.supports(name, value)) continue
      outer.style.cssText = ''
      outer.style.setProperty(name, value)
      const now = above.getPropertyValue(name)
      if (now === before.get(name)) continue
      const kept = below.getPropertyValue(name)
      inner.style.setProperty(name, 'initial')
      const fresh = below.getPropertyValue(name)
      inner.style.setProperty(name, 'inherit')
      const taken = below.getPropertyValue(name)
      inner.style.cssText = ''
      if (taken !== fresh && (kept === taken || kept === fresh)) found[name] = kept === taken
    }
  }
  place.remove()
  return found
}
