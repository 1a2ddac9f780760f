import { idAt } from './markup'
import { say } from './say'

// Whoever picks an element by pointing at it does not use the component.

let isPicking = false
export const pickElements = (on: boolean): void => {
  isPicking = on
}

for (const name of ['pointerdown', 'pointerup', 'mousedown', 'mouseup', 'click'] as const) {
  window.addEventListener(
    name,
    (event) => {
      if (!isPicking) return
      event.preventDefault()
      event.stopImmediatePropagation()
      const node = name === 'click' ? idAt(event.clientX, event.clientY) : undefined
      if (node !== undefined) say.post({ say: 'picked', node })
    },
    true,
  )
}
