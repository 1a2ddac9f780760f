// Names of what a browser computes of elements, taken before any component is loaded. To walk them anew for each
// element takes far longer than what is asked of them.

/** All longhands there are, the same of every element. */
const longhands: readonly string[] = [...getComputedStyle(document.documentElement)].filter(
  (name) => !name.startsWith('--'),
)

/**
 * Names of longhands that say by another name what is said already, as text runs (CSS Logical Properties 1).
 */
const logical = /(?:^|-)(?:inline|block)(?:-|$)|^border-(?:start|end)-(?:start|end)-radius$/

/** Longhands that together say how an element looks, each thing once; a caret comes and goes. */
export const looks: readonly string[] = longhands.filter(
  (name) => name !== 'caret-color' && !logical.test(name),
)

/** The colour of the text of an element that is there to be asked for initial values. */
const ofText = 'rgb(1, 2, 3)'
/** What is computed where nobody says anything; of what takes the colour of the text then, {@link ofText}. */
export const initially: ReadonlyMap<string, string> = initialValues()
function initialValues(): Map<string, string> {
  const bare = document.createElement('kept-bare')
  bare.style.all = 'initial'
  bare.style.color = ofText
  document.documentElement.append(bare)
  const computed = getComputedStyle(bare)
  const values = new Map(looks.map((name) => [name, computed.getPropertyValue(name)]))
  bare.remove()
  return values
}

/** Whether a longhand has its initial value on an element whose text has some colour. */
export function isInitial(name: string, value: string, color: string): boolean {
  const initial = initially.get(name)
  return value === (initial === ofText ? color : initial)
}

/**
 * Properties that have another value than the initial one without an author's word: by the browser's own sheet
 * and by attributes (HTML, 15), or because the value that is used is told (CSSOM, 9).
 */
export const byItself: readonly string[] = (
  'align-items appearance aspect-ratio background-color border-color border-radius border-spacing border-style ' +
  'border-width box-sizing color content-visibility cursor direction display font-family font-size font-style ' +
  'font-weight height inset interactivity justify-self line-break line-height list-style-type margin ' +
  'math-depth math-shift math-style max-height max-width min-height min-width object-fit opacity outline ' +
  'overflow overflow-clip-margin overflow-wrap overlay padding perspective-origin position resize text-align ' +
  'text-decoration text-overflow text-transform text-wrap-mode transform-origin unicode-bidi user-select ' +
  'vertical-align visibility white-space-collapse width z-index -webkit-locale -webkit-text-security ' +
  '-webkit-user-drag -webkit-user-modify'
)
  .split(' ')
  .filter((name) => CSS.supports(name, 'inherit'))
const isByItself = new Set(byItself.flatMap(longhandsOf))
function longhandsOf(property: string): string[] {
  const { style } = document.createElement('div')
  style.setProperty(property, 'inherit')
  return [...style]
}

/**
 * The longhands in {@link looks} that a declaration of a name may give a value that nothing else gives them: of
 * a logical one, those of its kind. `all` gives none that is not initial, the browser's own or another's word.
 */
export function looksSaidBy(name: string): readonly string[] {
  const [kind = ''] = name.split(/-?(?:inline|block)(?:-|$)/)
  const isSaid = logical.test(name)
    ? (look: string) => kind !== '' && look.startsWith(`${kind}-`)
    : (look: string) => look === name
  return looks.filter((look) => isSaid(look) && !isByItself.has(look))
}

/** All that has a value: longhands, then custom properties where the browser lists those too. */
export function namesIn(computed: CSSStyleDeclaration): string[] {
  const names = [...longhands]
  for (let at = names.length; at < computed.length; at++) names.push(computed.item(at))
  return names
}
