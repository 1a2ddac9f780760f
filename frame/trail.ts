import type { FromFrame } from './protocol'
import { tellKeys } from './keys'
import { moment, say, showing } from './say'

// What has the focus, and what keys do, as a person at the keyboard would want to know.

type Trail = Extract<FromFrame, { say: 'trail' }>
const tell = (trail: Omit<Trail, 'say' | 'at'>): void => {
  if (!showing.isTrying) say.post({ say: 'trail', ...trail, at: moment() })
}

/** A part as a sheet would write it. */
const partOf = (element: Element): string | undefined =>
  element.getAttribute('part') ? `[part=${element.getAttribute('part')}]` : undefined

const nameOf = (element: EventTarget | null | undefined): string =>
  (element instanceof Element
    ? element.localName + (partOf(element) ?? (element.id ? `#${element.id}` : ''))
    : ''
  ).slice(0, 300)
tellKeys((what, target) => {
  if (what === 'asked')
    tell({ what: 'focus', says: 'asked for the focus, and was not given it', target: nameOf(target) })
  else say.post({ say: 'keys', what })
})
window.addEventListener(
  'focusin',
  (event) => tell({ what: 'focus', says: 'has the focus', target: nameOf(event.composedPath()[0]) }),
  true,
)
window.addEventListener(
  'focusout',
  (event) => {
    if (!event.relatedTarget)
      tell({
        what: 'focus',
        says: 'lost the focus, and nothing has it',
        target: nameOf(event.composedPath()[0]),
      })
  },
  true,
)
window.addEventListener(
  'keydown',
  (event) => {
    const target = nameOf(event.composedPath()[0])
    const key = [
      event.ctrlKey && 'Control',
      event.altKey && 'Alt',
      event.metaKey && 'Meta',
      event.shiftKey && event.key.length > 1 && 'Shift',
      event.key === ' ' ? 'Space' : event.key,
    ]
      .filter(Boolean)
      .join('+')
    // whoever answers it has done so once it has gone all the way
    setTimeout(
      () =>
        tell({
          what: 'key',
          says: `${key}${event.defaultPrevented ? ', taken by the component' : ''}`.slice(0, 300),
          target,
        }),
      0,
    )
  },
  true,
)
