import { answersIn } from './held'
import type { Place } from './looking'
import { componentIn } from './placed'

// What is done to a component while it is tried.

export const later = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds))
/**
 * What a person would do, as far as script can: a click on whatever answers, words into a field, a key on the
 * first of them.
 */
export async function act({ item: trialCase, parent, answered, answers, focused }: Place): Promise<void> {
  const component = componentIn(parent)
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
/** What asks for the focus from now on is asked by nobody. */
export const endAsking = (): void => {
  asked = undefined
}

/**
 * What is tried must not take the focus from whoever works on the page: asked for, it is told to the
 * component and not given. Dialogs, which take it by themselves, are opened plainly.
 */
export function keepFocus(): () => void {
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
export const stay = (event: Event) => {
  if (
    event.type === 'submit' ||
    event.composedPath().some((eventTarget) => eventTarget instanceof HTMLAnchorElement && eventTarget.href)
  )
    event.preventDefault()
}
