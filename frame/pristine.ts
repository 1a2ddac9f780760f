// What the browser is made of, as it was before any component came. A component shares the frame's realm and
// may put something else in the place of anything in it; what is seen of it is looked at with all of that
// taken
// out of the way, so that it cannot write its own evidence.

const { apply, defineProperty, deleteProperty, getOwnPropertyDescriptor, getPrototypeOf, ownKeys } = Reflect
type Key = string | symbol
interface Held {
  holder: object
  /** All keys there were. */ all: readonly Key[]
  /** Those of them that something else can be put in the place of, with what was there. */
  keys: readonly Key[]
  before: readonly (PropertyDescriptor | undefined)[]
  /** Whether keys that were not there are taken away too. */ whole: boolean
}
const held: Held[] = []

function hold(holder: object, whole: boolean): void {
  const all = ownKeys(holder)
  const keys = all.filter((key) => isChangeable(getOwnPropertyDescriptor(holder, key)))
  const before = keys.map((key) => getOwnPropertyDescriptor(holder, key))
  held.push({ holder, all, keys, whole, before })
}
/** What can neither be defined anew nor written stays as it is (ECMAScript, 10.1.6.3). */
const isChangeable = (descriptor: PropertyDescriptor | undefined): boolean =>
  descriptor?.configurable !== false || descriptor.writable === true
/** A method has its name and its length of its own, for which nobody asks it: it is only called. */
const isOnlyCalled = (value: object): boolean =>
  typeof value === 'function' && ownKeys(value).every((key) => key === 'name' || key === 'length')

/**
 * Everything that is reached from the names of the page's global object: functions, their prototypes, and
 * what those are made from.
 */
function takeStock(): void {
  const seen = new Set<object>()
  const visit = (value: unknown): void => {
    if ((typeof value !== 'object' && typeof value !== 'function') || value === null || seen.has(value))
      return
    seen.add(value)
    if (!isOnlyCalled(value)) hold(value, true)
    visit(getPrototypeOf(value))
    for (const key of ownKeys(value)) {
      const descriptor = getOwnPropertyDescriptor(value, key)
      // of a class its prototype, of a name space its classes
      if (
        descriptor &&
        'value' in descriptor &&
        (key === 'prototype' || key === 'constructor' || typeof descriptor.value === 'function')
      )
        visit(descriptor.value)
    }
  }
  seen.add(window)
  hold(window, false)
  for (const key of ownKeys(window)) {
    const descriptor = getOwnPropertyDescriptor(window, key)
    if (descriptor && 'value' in descriptor) visit(descriptor.value)
  }
  visit(getPrototypeOf(window))
  for (const iterator of [
    [][Symbol.iterator](),
    new Map()[Symbol.iterator](),
    new Set()[Symbol.iterator](),
    ''[Symbol.iterator](),
    'x'.matchAll(/x/g),
    (function* () {
      /* only its kind matters */
    })(),
  ])
    visit(getPrototypeOf(iterator))
}

const same = (
  propertyDescriptor: PropertyDescriptor | undefined,
  other: PropertyDescriptor | undefined,
): boolean =>
  propertyDescriptor === other ||
  (propertyDescriptor !== undefined &&
    other !== undefined &&
    propertyDescriptor.value === other.value &&
    propertyDescriptor.get === other.get &&
    propertyDescriptor.set === other.set)

let isStocked = false
/**
 * Takes stock once, when the frame's own script has done all it does and before any component comes. There is
 * much to take: a frame in which nothing is witnessed does without.
 */
export function stock(): void {
  if (isStocked) return
  isStocked = true
  takeStock()
}

/**
 * Does something with the browser as it was, and puts back what a component had put in place. Answers
 * `undefined` where something cannot be put right, or no stock was taken: whatever is seen then may be the
 * component's own word.
 */
export function pristine<T>(run: () => T): { value: T } | undefined {
  const changed: { holder: object; key: Key; now: PropertyDescriptor | undefined }[] = []
  let count = 0
  let isRight = isStocked
  for (let i = 0; i < held.length; i++) {
    const { holder, all, keys, before, whole } = held[i]!
    for (let at = 0; at < keys.length; at++) {
      const now = getOwnPropertyDescriptor(holder, keys[at]!)
      if (same(now, before[at])) continue
      changed[count++] = { holder, key: keys[at]!, now }
      isRight = put(holder, keys[at]!, before[at]) && isRight
    }
    if (!whole) continue
    const now = ownKeys(holder)
    if (now.length === all.length) continue
    for (let at = 0; at < now.length; at++) {
      if (has(all, now[at]!)) continue
      changed[count++] = { holder, key: now[at]!, now: getOwnPropertyDescriptor(holder, now[at]!) }
      isRight = deleteProperty(holder, now[at]!) && isRight
    }
  }
  try {
    return isRight ? { value: run() } : undefined
  } finally {
    for (let i = count - 1; i >= 0; i--) put(changed[i]!.holder, changed[i]!.key, changed[i]!.now)
  }
}
function put(holder: object, key: Key, descriptor: PropertyDescriptor | undefined): boolean {
  return descriptor === undefined ? deleteProperty(holder, key) : defineProperty(holder, key, descriptor)
}
function has(keys: readonly Key[], key: Key): boolean {
  for (let i = 0; i < keys.length; i++) if (keys[i] === key) return true
  return false
}

// what an element tells of itself, past anything that its class says
const getter = <T>(of: object, name: string) => {
  const read = getOwnPropertyDescriptor(of, name)!.get!
  return (element: object): T => apply(read, element, []) as T
}
export const elementName = getter<string>(Element.prototype, 'localName')
export const attributesIn = getter<NamedNodeMap>(Element.prototype, 'attributes')
export const partsOf = getter<DOMTokenList>(Element.prototype, 'part')
export const openRoot = getter<ShadowRoot | null>(Element.prototype, 'shadowRoot')
export const nodesIn = getter<NodeListOf<ChildNode>>(Node.prototype, 'childNodes')
const { getAttribute } = Element.prototype
export const attributeOf = (element: Element, name: string): string | null =>
  apply(getAttribute, element, [name])
const { getRootNode } = Node.prototype
export const treeOf = (node: Node): Node => apply(getRootNode, node, [])
