import { withFunctions } from '../core/code/functions'
import { filledIn, valueFilledIn } from '../core/code/slot-props'
import type { Case, Observation } from '../core/evidence/observation'
import type { ComponentModule, Mounted, Tools } from './adapters/adapter'
import { mountComponent } from './mount'
import { answersIn, mark } from './held'
import { adopt, adoptedIn } from './native'
import { attributeOf, attributesIn, elementName, nodesIn, partsOf, pristine, treeOf } from './pristine'
import { placeIn, prepareApp, wrapElement } from './provide'
import { ask, internalsOf, rootOf, rootsIn, writeSheets } from './sheets'
import { marksFor } from '../core/style/held'

/** Looks at ways of showing a component, one beside the other and out of sight, and says what is there. */

const later = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds))
/** Until what was asked of components is done: two frames of the browser, or a moment where it draws none. */
const settled = () =>
  Promise.all([
    later(25),
    Promise.race([
      later(250),
      new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    ]),
  ])
/** Cases that stand there at once. */
const atOnce = 24
/**
 * Of these so many are looked at in one go: no longer than somebody waits who asks whether we are still
 * there.
 */
const lookedAtOnce = 8

/** Nothing moves while it is looked at: what is on its way from one look to another would be neither. */
const still = new CSSStyleSheet()
still.replaceSync(
  '*, ::before, ::after { transition: none !important; animation-play-state: paused !important; ' +
    'caret-color: transparent !important; }',
)
const holdStill = () => {
  for (const root of rootsIn()) if (!adoptedIn(root).includes(still)) adopt(root, [...adoptedIn(root), still])
}

/**
 * FNV-1a, 32 bits, twice with different beginnings: texts that differ have different fingerprints, but for
 * one in many millions.
 */
class Print {
  private a = 0x811c9dc5
  private b = 0x1b873593
  add(text: string): void {
    for (let i = 0; i < text.length; i++) {
      this.a = Math.imul(this.a ^ text.charCodeAt(i), 0x01000193)
      this.b = Math.imul(this.b ^ text.charCodeAt(i), 0x85ebca6b) + i
    }
  }
  toString(): string {
    return `${(this.a >>> 0).toString(36)}${(this.b >>> 0).toString(36)}`
  }
}
const printOf = (value: unknown): string => {
  const print = new Print()
  try {
    print.add(
      typeof value === 'function'
        ? 'function'
        : value instanceof Node
          ? value.nodeName
          : // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there is no JSON of a function
            (JSON.stringify(value) ?? 'undefined'),
    )
  } catch {
    print.add('cannot be written')
  }
  return print.toString()
}

/** Names that are made up anew for each element say nothing about it. */
const madeUp =
  /^(?:id|for|name|aria-(?:labelledby|describedby|controls|owns|activedescendant|details|errormessage)|data-v-.*|data-kept-.*)$/
const ofHost = /^(?:role|tabindex|aria-.*)$/

const toldNames = [
  'role',
  ...Object.keys(Object.getOwnPropertyDescriptors(ElementInternals.prototype)).filter(
    (name) => /^aria[A-Z]/.test(name) && !name.endsWith('Elements') && !name.endsWith('Element'),
  ),
] as (keyof ElementInternals)[]
function pictureOf(element: HTMLCanvasElement): string {
  try {
    return element.toDataURL()
  } catch {
    return 'of another origin'
  }
}

interface Place {
  item: Case
  form: HTMLFormElement
  /** Where the component stands, in what is provided around it. */ parent: HTMLElement
  mounted: Mounted | undefined
  failed: string | undefined
  fired: Set<string>
  answered: Set<string>
  answers: [string, unknown][]
  focused: string[]
}

const unsure =
  'it puts something else in the place of what the browser is made of, so that nothing can be told of it'

const untold = (place: Place): Observation => ({
  id: place.item.id,
  failed: unsure,
  tree: '',
  style: '',
  values: {},
  parts: [],
  slots: [],
  fired: [],
  answered: [],
})

/**
 * What is seen of some places: what is rendered, then what the components answer when their values are read.
 */
function look(places: readonly Place[], reads: readonly string[]): Observation[] {
  const seen = pristine(() => places.map(rendered))
  if (!seen) return places.map(untold)
  const read = places.map((place, at) => (seen.value[at]!.isElement ? valuesIn(place, reads) : []))
  const told = pristine(() =>
    seen.value.map(({ observation }, at) => {
      for (const [name, value] of read[at]!) observation.values[name] = printOf(value)
      for (const [name, value] of places[at]!.answers)
        observation.values[` answered ${name}`.slice(0, 300)] = printOf(value)
      return observation
    }),
  )
  return told?.value ?? places.map(untold)
}

function valuesIn({ parent }: Place, reads: readonly string[]): [string, unknown][] {
  const component = parent.firstElementChild as unknown as Record<string, unknown>
  const read: [string, unknown][] = []
  for (const name of reads) {
    try {
      read.push([name.slice(0, 300), component[name]])
    } catch {
      /* one that cannot be read says nothing */
    }
  }
  return read
}

function rendered({ item: trialCase, form, parent, failed, fired, answered, focused }: Place): {
  observation: Observation
  isElement: boolean
} {
  const tree = new Print()
  const style = new Print()
  const parts = new Set<string>()
  const slots = new Set<string>()
  const told = new Print()
  const drawn = new Print()
  const component = parent.firstElementChild
  const isElement = component !== null && elementName(component).includes('-')
  const visit = (element: Element, host: boolean) => {
    tree.add(`<${elementName(element)}`)
    for (const { name, value } of [...attributesIn(element)].sort((a, b) => (a.name < b.name ? -1 : 1)))
      if (!madeUp.test(name) && (!host || ofHost.test(name)) && name !== 'style')
        tree.add(` ${name}=${value}`)
    if (
      element instanceof HTMLInputElement ||
      element instanceof HTMLTextAreaElement ||
      element instanceof HTMLSelectElement
    )
      tree.add(` value ${element.value}`)
    const internals = internalsOf(element)
    // what stands in no attribute: roles and properties given by itself (ARIA in HTML; ElementInternals, HTML
    // section 4.13.7)
    if (internals)
      for (const name of toldNames)
        if (internals[name] !== null) told.add(`${name}=${String(internals[name])} `)
    if (element instanceof HTMLCanvasElement) drawn.add(pictureOf(element))
    for (const name of partsOf(element)) parts.add(name)
    for (const pair of (attributeOf(element, 'exportparts') ?? '').split(',')) {
      const [inner, outer = inner] = pair.split(':').map((piece) => piece.trim())
      if (inner && outer && rootOf(element)?.querySelector(`[part~="${CSS.escape(inner)}"]`)) parts.add(outer)
    }
    if (element instanceof HTMLSlotElement && treeOf(element) !== document)
      slots.add(attributeOf(element, 'name') ?? '')
    for (const pseudo of [undefined, '::before', '::after']) {
      const computed = getComputedStyle(element, pseudo)
      if (pseudo && computed.content === 'none') continue
      for (const name of computed)
        if (name !== 'caret-color') style.add(`${name}${computed.getPropertyValue(name)}`)
    }
    const root = rootOf(element)
    for (const child of [...(root ? nodesIn(root) : []), ...nodesIn(element)]) {
      if (child instanceof Element) {
        if (!['style', 'script', 'link', 'template'].includes(elementName(child))) visit(child, false)
      } else if (child instanceof Text) tree.add(child.data.trim())
    }
    tree.add('>')
  }
  for (const child of parent.children) visit(child, isElement && child === component)
  const values: Record<string, string> = {}
  values[' sent'] = printOf(
    [...new FormData(form)].map(([name, value]) => [name, typeof value === 'string' ? value : value.name]),
  )
  values[' valid'] = String(form.matches(':valid'))
  values[' told'] = String(told)
  values[' drawn'] = String(drawn)
  if (focused.length) values[' focused'] = printOf(focused)
  const observation = {
    id: trialCase.id,
    ...(failed ? { failed: failed.slice(0, 300) } : {}),
    tree: String(tree),
    style: String(style),
    values,
    parts: [...parts].slice(0, 500),
    slots: [...slots].slice(0, 500),
    fired: [...fired].slice(0, 500),
    answered: [...answered],
  }
  return { observation, isElement }
}

/**
 * What a person would do, as far as script can: a click on whatever answers, words into a field, a key on the
 * first of them.
 */
async function act({ item: trialCase, parent, answered, answers, focused }: Place): Promise<void> {
  const component = parent.firstElementChild
  if (!component) return
  const answering = answersIn(component)
  asked = focused
  for (const what of trialCase.acts) {
    if (what !== 'use' && 'call' in what) {
      const method = (component as unknown as Record<string, unknown>)[what.call]
      if (typeof method !== 'function') throw new Error(`${what.call} is no function of it`)
      const answer: unknown = await Promise.race([method.apply(component, what.values), later(500)])
      if (answer !== undefined) answers.push([what.call, answer])
    } else if (what === 'use') {
      for (const element of answering.slice(0, 8)) {
        if (element instanceof HTMLElement) {
          element.focus()
          element.click()
        }
        if (
          element instanceof HTMLInputElement &&
          !['checkbox', 'radio', 'button', 'submit', 'reset', 'file', 'image', 'color', 'range'].includes(
            element.type,
          )
        )
          element.value = element.type === 'number' ? '7' : 'Typed'
        if (element instanceof HTMLTextAreaElement) element.value = 'Typed'
        if (element.matches('input, textarea, select'))
          for (const name of ['input', 'change'])
            element.dispatchEvent(new Event(name, { bubbles: true, composed: name === 'input' }))
      }
      if (answering.length === 0 && component instanceof HTMLElement) component.click()
    } else {
      const pieces = what.key.split('+')
      const name = pieces.pop() || '+'
      const init = {
        key: name === 'Space' ? ' ' : name,
        code: name,
        bubbles: true,
        composed: true,
        cancelable: true,
        shiftKey: pieces.includes('Shift'),
        ctrlKey: pieces.includes('Control'),
        altKey: pieces.includes('Alt'),
        metaKey: pieces.includes('Meta'),
      }
      const target = answering[0] ?? component
      if (target instanceof HTMLElement) target.focus()
      const went = target.dispatchEvent(new KeyboardEvent('keydown', init))
      if (!went) answered.add(what.key)
      target.dispatchEvent(new KeyboardEvent('keyup', init))
    }
  }
  asked = undefined
  for (const element of answering.slice(0, 8))
    for (const [name, bubbles] of [
      ['blur', false],
      ['focusout', true],
    ] as const)
      element.dispatchEvent(new FocusEvent(name, { bubbles, composed: true }))
}

/** Where it is noted what was given the focus, while something is done to a component. */
let asked: string[] | undefined

/**
 * What is tried must not take the focus from whoever works on the page: asked for, it is told to the
 * component and not given. Dialogs, which take it by themselves, are opened plainly.
 */
function keepFocus(): () => void {
  const { focus } = HTMLElement.prototype
  const { show, showModal } = HTMLDialogElement.prototype
  HTMLElement.prototype.focus = function () {
    asked?.push(this.localName)
    for (const [name, bubbles] of [
      ['focus', false],
      ['focusin', true],
    ] as const)
      this.dispatchEvent(new FocusEvent(name, { bubbles, composed: true }))
  }
  HTMLDialogElement.prototype.show = HTMLDialogElement.prototype.showModal = function () {
    this.setAttribute('open', '')
  }
  return () => {
    HTMLElement.prototype.focus = focus
    Object.assign(HTMLDialogElement.prototype, { show, showModal })
  }
}

// what is tried must not lead away
const stay = (event: Event) => {
  if (
    event.type === 'submit' ||
    event.composedPath().some((eventTarget) => eventTarget instanceof HTMLAnchorElement && eventTarget.href)
  )
    event.preventDefault()
}

export async function observe(
  tag: string,
  module: Partial<ComponentModule> | undefined,
  componentOf: Tools['componentOf'],
  cases: readonly Case[],
  listen: string[],
  reads: readonly string[],
  tell: (seen: Observation[]) => void,
  goOn: () => boolean,
): Promise<void> {
  window.addEventListener('click', stay, true)
  window.addEventListener('submit', stay, true)
  const giveBack = keepFocus()
  const area = document.createElement('div')
  area.style.cssText = 'inline-size: 420px'
  document.body.append(area)
  try {
    for (let from = 0; from < cases.length && goOn(); from += atOnce) {
      const places = cases
        .slice(from, from + atOnce)
        .map((trialCase) => put(area, tag, module, componentOf, trialCase, listen))
      ask({
        states: places.flatMap(({ item: trialCase }) => {
          const { own, around } = marksFor(trialCase.held)
          return [...own, ...around]
        }),
        preferences: {},
      })
      await settled()
      mark(
        places.map(({ item: trialCase, parent }) => ({
          component: parent.firstElementChild ?? undefined,
          within: parent,
          states: trialCase.held,
          on: '',
        })),
      )
      writeSheets()
      const acting = places.filter(({ item: trialCase }) => trialCase.acts.length)
      for (const place of acting) {
        try {
          await act(place)
        } catch (error) {
          place.failed = String(error)
        } finally {
          asked = undefined
        }
      }
      if (acting.length) await settled()
      holdStill()
      const seen: Observation[] = []
      for (let at = 0; at < places.length; at += lookedAtOnce) {
        for (const observation of look(places.slice(at, at + lookedAtOnce), reads))
          seen[seen.length] = observation
        // whoever asks whether we are still there gets an answer
        await later(0)
      }
      tell(seen)
      mark([])
      for (const { form, mounted } of places) {
        try {
          mounted?.end()
        } catch {
          /* what cannot end goes with its place */
        }
        form.remove()
      }
    }
  } finally {
    area.remove()
    giveBack()
    window.removeEventListener('click', stay, true)
    window.removeEventListener('submit', stay, true)
  }
}

function put(
  area: HTMLElement,
  tag: string,
  module: Partial<ComponentModule> | undefined,
  componentOf: Tools['componentOf'],
  testCase: Case,
  listen: string[],
): Place {
  const form = document.createElement('form')
  const outer = document.createElement('div')
  form.append(outer)
  area.append(form)
  const parent = placeIn(outer)
  const place: Place = {
    item: testCase,
    form,
    parent,
    mounted: undefined,
    failed: undefined,
    fired: new Set(),
    answered: new Set(),
    answers: [],
    focused: [],
  }
  const heard = (name: string, carried: unknown) => {
    if (place.fired.size < 100) place.fired.add(`${name} ${printOf(carried)}`.slice(0, 300))
  }
  const usage = testCase.usage.functions
    ? {
        ...testCase.usage,
        props: withFunctions(
          testCase.usage.props,
          testCase.usage.functions,
          (name) =>
            (...values: unknown[]) =>
              heard(
                `${name}()`,
                values.map((value) => (value instanceof Event ? 'event' : value)),
              ),
        ),
      }
    : testCase.usage
  try {
    place.mounted = mountComponent({
      tag,
      module,
      parent,
      usage,
      listen,
      tools: {
        prepareApp,
        wrapElement,
        componentOf,
        filledIn,
        valueFilledIn,
        fired: (name, values) =>
          heard(
            name,
            values.map((value) =>
              value instanceof Event ||
              (typeof value === 'object' && value !== null && 'nativeEvent' in value)
                ? 'event'
                : value,
            ),
          ),
        failed: (error) => {
          place.failed = String(error)
        },
      },
      heard: (event) => {
        if (event.type !== 'focusin')
          heard(event.type, event instanceof CustomEvent ? event.detail : undefined)
      },
    })
    const component = parent.firstElementChild
    if (component instanceof HTMLElement)
      for (const [name, value] of Object.entries(testCase.sets)) component.style.setProperty(name, value)
  } catch (error) {
    place.failed = String(error)
  }
  return place
}
