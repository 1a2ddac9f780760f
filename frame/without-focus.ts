/**
 * Takes the focus from nobody who works on the page: where a component asks for it, that is told to the component
 * and to `told`, and it is not given. Dialogs, which take it by themselves, are opened plainly. A pointer of ours is
 * none that the browser knows of: it can be captured all the same. Gives what puts all that back.
 */
export function withoutFocus(told: (element: HTMLElement) => void): () => void {
  const { focus } = HTMLElement.prototype
  const { show, showModal } = HTMLDialogElement.prototype
  const { setPointerCapture, releasePointerCapture } = Element.prototype
  HTMLElement.prototype.focus = function () {
    told(this)
    for (const [name, bubbles] of [
      ['focus', false],
      ['focusin', true],
    ] as const)
      this.dispatchEvent(new FocusEvent(name, { bubbles, composed: true }))
  }
  HTMLDialogElement.prototype.show = HTMLDialogElement.prototype.showModal = function () {
    this.setAttribute('open', '')
  }
  Element.prototype.setPointerCapture = Element.prototype.releasePointerCapture = () => undefined
  return () => {
    HTMLElement.prototype.focus = focus
    Object.assign(HTMLDialogElement.prototype, { show, showModal })
    Object.assign(Element.prototype, { setPointerCapture, releasePointerCapture })
  }
}
