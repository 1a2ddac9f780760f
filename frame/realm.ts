/**
 * Closes the ways out of a frame that no policy of the browser closes. Loaded before everything else in
 * the frame, and so before any component. What a component could make besides, a realm of its own, is
 * of another origin to it (the frame is sandboxed) and runs no script (its policy has a nonce that is
 * gone by then).
 */

// WebRTC connects past every policy
for (const name of Object.getOwnPropertyNames(window))
  if (/^(?:webkit)?RTC/.test(name)) Reflect.deleteProperty(window, name)
// builds documents out of style sheets, past what looks at markup
Reflect.deleteProperty(window, 'XSLTProcessor')

// the nonce that lets this script run is for this script only
for (const script of document.querySelectorAll('script')) script.remove()

/**
 * What stands for a link: `preconnect` and its like reach any host, and nothing else a link does is allowed
 * here.
 */
const instead = 'kept-link'
const isLink = (name: unknown): boolean => /^(?:.*:)?link$/i.test(String(name))

/** Markup without links; entities, which could spell one, are not read. */
function withoutLinks(markup: string): string {
  if (!/link|<!ENTITY/i.test(markup)) return markup
  return markup
    .replace(/<(\/?)((?:[^\s<>/:"'=]+:)?)link(?=[\s/>]|$)/gi, `<$1$2${instead}`)
    .replace(/<!ENTITY/gi, '<!NO-ENTITY')
}

// every text that becomes markup comes by here: the policy of the page asks for it, and allows no other
interface Factory {
  createPolicy(name: string, rules: Record<string, (text: string) => string>): object
}
const factory = (window as { trustedTypes?: Factory }).trustedTypes
factory?.createPolicy('default', {
  createHTML: withoutLinks,
  createScript: (text) => text,
  createScriptURL: (text) => text,
})
// libraries that find it make policies of their own, which are not allowed; without it they use plain text
Reflect.deleteProperty(window, 'trustedTypes')

const { apply } = Reflect
type Method = (...values: unknown[]) => unknown
/** Puts another method in one's place, where there is one. */
function replace(holder: object, name: string, make: (own: Method) => Method): void {
  const own: unknown = Reflect.get(holder, name)
  if (typeof own === 'function')
    Object.defineProperty(holder, name, {
      value: make(own as Method),
      writable: true,
      configurable: true,
      enumerable: true,
    })
}

// elements that are made by name
replace(
  Document.prototype,
  'createElement',
  (own) =>
    function (this: unknown, name, ...rest) {
      return apply(own, this, [isLink(name) ? instead : name, ...rest])
    },
)
replace(
  Document.prototype,
  'createElementNS',
  (own) =>
    function (this: unknown, space, name, ...rest) {
      return apply(own, this, [space, isLink(name) ? instead : name, ...rest])
    },
)
replace(
  DOMImplementation.prototype,
  'createDocument',
  (own) =>
    function (this: unknown, space, name, ...rest) {
      return apply(own, this, [space, isLink(name) ? instead : name, ...rest])
    },
)
replace(
  CustomElementRegistry.prototype,
  'define',
  (own) =>
    function (this: unknown, name, constructor, options) {
      const base = (options as { extends?: unknown } | undefined)?.extends
      return apply(
        own,
        this,
        base !== undefined && isLink(base)
          ? [name, constructor, { extends: instead }]
          : [name, constructor, options],
      )
    },
)

// a document that is opened anew forgets who listens, this script too
for (const name of ['open', 'write', 'writeln']) {
  replace(Document.prototype, name, () => () => {
    throw new DOMException('Documents are not written anew in a frame.', 'InvalidStateError')
  })
}

// markup that is cleaned by rules of the caller's own, which may let links through, and markup that comes
// piece by piece
for (const holder of [Element.prototype, ShadowRoot.prototype, Document]) {
  for (const name of Object.getOwnPropertyNames(holder)) {
    if (/^stream.*HTML/.test(name)) Reflect.deleteProperty(holder, name)
    else if (
      /HTML$/.test(name) &&
      typeof Object.getOwnPropertyDescriptor(holder, name)?.value === 'function'
    ) {
      replace(
        holder,
        name,
        (own) =>
          function (this: unknown, ...values) {
            return apply(
              own,
              this,
              values.map((value) => (typeof value === 'string' ? withoutLinks(value) : value)),
            )
          },
      )
    }
  }
}
export {}
