// What a person does with a pointer, keys and a clipboard, as events in the order a browser gives them
// (UI Events, Pointer Events 3, HTML: drag and drop, Clipboard API).

/** What is typed, pasted and dropped. */
export const word = 'Typed'

const where = (element: Element, by = 0) => {
  const { left, top, width, height } = element.getBoundingClientRect()
  return { clientX: left + width / 2 + by, clientY: top + height / 2 }
}
const shared = { bubbles: true, composed: true, cancelable: true, view: window }
const pointer = (element: Element, by = 0) => ({
  ...shared,
  ...where(element, by),
  pointerId: 1,
  isPrimary: true,
  pointerType: 'mouse',
})

/** The elements that an element stands in, itself last, through shadow trees. */
function pathTo(element: Element): Element[] {
  const path: Element[] = []
  for (let at: Node | null = element; at; at = at instanceof ShadowRoot ? at.host : at.parentNode)
    if (at instanceof Element) path.unshift(at)
  return path
}

/** The pointer comes over an element. */
export function point(element: Element): void {
  const [over, own] = [pointer(element), { ...pointer(element), bubbles: false, cancelable: false }]
  element.dispatchEvent(new PointerEvent('pointerover', over))
  for (const around of pathTo(element)) around.dispatchEvent(new PointerEvent('pointerenter', own))
  element.dispatchEvent(new MouseEvent('mouseover', over))
  for (const around of pathTo(element)) around.dispatchEvent(new MouseEvent('mouseenter', own))
  element.dispatchEvent(new PointerEvent('pointermove', over))
  element.dispatchEvent(new MouseEvent('mousemove', over))
}

/** The pointer leaves an element. */
export function leave(element: Element): void {
  const [out, own] = [pointer(element), { ...pointer(element), bubbles: false, cancelable: false }]
  element.dispatchEvent(new PointerEvent('pointerout', out))
  for (const around of pathTo(element)) around.dispatchEvent(new PointerEvent('pointerleave', own))
  element.dispatchEvent(new MouseEvent('mouseout', out))
  for (const around of pathTo(element)) around.dispatchEvent(new MouseEvent('mouseleave', own))
}

/** The pointer goes down on an element. Answers whether that gives it the focus, as far as anybody was asked. */
export function down(element: Element): boolean {
  element.dispatchEvent(new PointerEvent('pointerdown', { ...pointer(element), buttons: 1 }))
  return element.dispatchEvent(new MouseEvent('mousedown', { ...pointer(element), buttons: 1, detail: 1 }))
}

/** The pointer is moved from the middle of an element to the right, in pixels. */
export function move(element: Element, by: number): void {
  element.dispatchEvent(
    new PointerEvent('pointermove', { ...pointer(element, by), buttons: 1, movementX: by }),
  )
  element.dispatchEvent(new MouseEvent('mousemove', { ...pointer(element, by), buttons: 1, movementX: by }))
}

export function up(element: Element, by = 0): void {
  element.dispatchEvent(new PointerEvent('pointerup', pointer(element, by)))
  element.dispatchEvent(new MouseEvent('mouseup', { ...pointer(element, by), detail: 1 }))
}

export function click(element: Element): void {
  if (element instanceof HTMLElement) element.click()
  else element.dispatchEvent(new MouseEvent('click', { ...pointer(element), detail: 1 }))
}

/**
 * A key, by its name with what is held beside it: `Control+ArrowDown`. Answers whether it was let through.
 */
export function press(element: Element, keys: string): boolean {
  const pieces = keys.split('+')
  const name = pieces.pop() || '+'
  const init = {
    ...shared,
    key: name === 'Space' ? ' ' : name,
    code: name,
    shiftKey: pieces.includes('Shift'),
    ctrlKey: pieces.includes('Control'),
    altKey: pieces.includes('Alt'),
    metaKey: pieces.includes('Meta'),
  }
  const went = element.dispatchEvent(new KeyboardEvent('keydown', init))
  element.dispatchEvent(new KeyboardEvent('keyup', init))
  return went
}

/** What is put into fields of a type that take no words. */
const values: Readonly<Record<string, string>> = {
  number: '7',
  range: '7',
  date: '2026-11-25',
  month: '2026-11',
  week: '2026-W48',
  time: '18:05',
  'datetime-local': '2026-11-25T18:05',
  color: '#ff0080',
  email: 'ines@marram.example',
  url: 'https://marram.example/',
  tel: '5550100',
}
/** What is typed where there is room for more than a line. */
const lines = Array.from({ length: 8 }, () => word).join('\n')
const untyped = /^(?:checkbox|radio|button|submit|reset|file|image|hidden)$/

/** Whether something can be typed into an element, or chosen in it. */
export const takesValue = (element: Element): boolean =>
  element instanceof HTMLInputElement
    ? !untyped.test(element.type)
    : element instanceof HTMLTextAreaElement ||
      element instanceof HTMLSelectElement ||
      (element instanceof HTMLElement && element.isContentEditable)

/**
 * Gives a field a value as typing does, past whatever a framework puts before the property of the element.
 */
export function type(element: Element, text?: string): void {
  if (element instanceof HTMLSelectElement) {
    element.selectedIndex = (element.selectedIndex + 1) % Math.max(1, element.length)
  } else if (element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement) {
    const own =
      element instanceof HTMLInputElement ? HTMLInputElement.prototype : HTMLTextAreaElement.prototype
    const { set } = Object.getOwnPropertyDescriptor(own, 'value')!
    const usual = element instanceof HTMLTextAreaElement ? lines : (values[element.type] ?? word)
    Reflect.apply(set!, element, [text ?? usual])
  } else element.textContent = text ?? word
  const init = { ...shared, data: text ?? word, inputType: 'insertText' }
  element.dispatchEvent(new InputEvent('input', init))
  element.dispatchEvent(new Event('change', { bubbles: true }))
}

const carried = (): DataTransfer => {
  const data = new DataTransfer()
  data.setData('text/plain', word)
  data.items.add(new File([word], 'typed.txt', { type: 'text/plain' }))
  return data
}

/** Something is carried over an element. */
export function carryOver(element: Element): void {
  const init = { ...shared, ...where(element), dataTransfer: carried() }
  element.dispatchEvent(new DragEvent('dragenter', init))
  element.dispatchEvent(new DragEvent('dragover', init))
}
export function drop(element: Element): void {
  const init = { ...shared, ...where(element), dataTransfer: carried() }
  element.dispatchEvent(new DragEvent('drop', init))
  element.dispatchEvent(new DragEvent('dragleave', init))
}
/** Drags an element to another: by the pointer, and as what is carried where it can be (HTML, 6.11). */
export function dragOnto(element: Element, onto: Element): void {
  down(element)
  if (element instanceof HTMLElement && element.draggable) {
    const dataTransfer = new DataTransfer()
    const from = { ...shared, ...where(element), dataTransfer }
    const to = { ...shared, ...where(onto), dataTransfer }
    element.dispatchEvent(new DragEvent('dragstart', from))
    onto.dispatchEvent(new DragEvent('dragenter', to))
    onto.dispatchEvent(new DragEvent('dragover', to))
    onto.dispatchEvent(new DragEvent('drop', to))
    element.dispatchEvent(new DragEvent('dragend', { ...from, ...where(onto) }))
    return
  }
  for (const type of ['pointermove', 'pointerup'] as const)
    onto.dispatchEvent(new PointerEvent(type, { ...pointer(onto), buttons: type === 'pointerup' ? 0 : 1 }))
  onto.dispatchEvent(new MouseEvent('mousemove', { ...pointer(onto), buttons: 1 }))
  onto.dispatchEvent(new MouseEvent('mouseup', pointer(onto)))
}
export function paste(element: Element): void {
  element.dispatchEvent(new ClipboardEvent('paste', { ...shared, clipboardData: carried() }))
}

/** Whether there is more of an element than is seen. */
export const isScrollable = (element: Element): boolean =>
  element.scrollHeight > element.clientHeight + 1 &&
  /auto|scroll/.test(getComputedStyle(element).overflowY) &&
  element.clientHeight > 0
export function scroll(element: Element): void {
  element.scrollTop = 24
  element.dispatchEvent(new Event('scroll'))
}
