import { tellKeys } from './keys'
import { moment, say } from './say'

// What has the focus, and what keys do, as a person at the keyboard would want to know.

const nameOf = (element: EventTarget | null | undefined): string =>
  (element instanceof Element
    ? `${element.localName}${element.getAttribute('part') ? `[part=${element.getAttribute('part')}]` : element.id ? `#${element.id}` : ''}`
    : ''
  ).slice(0, 300)
tellKeys((what, target) => {
  if (what === 'asked')
    say.post({
      say: 'trail',
      what: 'focus',
      says: 'asked for the focus, and was not given it',
      target: nameOf(target),
      at: moment(),
    })
  else say.post({ say: 'keys', what })
})
window.addEventListener(
  'focusin',
  (event) =>
    say.post({
      say: 'trail',
      what: 'focus',
      says: 'has the focus',
      target: nameOf(event.composedPath()[0]),
      at: moment(),
    }),
  true,
)
window.addEventListener(
  'focusout',
  (event) => {
    if (!event.relatedTarget)
      say.post({
        say: 'trail',
        what: 'focus',
        says: 'lost the focus, and nothing has it',
        target: nameOf(event.composedPath()[0]),
        at: moment(),
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
        say.post({
          say: 'trail',
          what: 'key',
          says: `${key}${event.defaultPrevented ? ', taken by the component' : ''}`.slice(0, 300),
          target,
          at: moment(),
        }),
      0,
    )
  },
  true,
)
