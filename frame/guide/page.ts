import { Finder, type Marked } from '../../core/find/find'
import type { FindEntry } from '../../core/find/entries'

// What the pages of a guide do that was taken along: themes, room for examples, search.

const { keptSearch: search } = window as unknown as {
  keptSearch: { entries: FindEntry[]; pages: Record<string, string> }
}
const frames = () => [...document.querySelectorAll<HTMLIFrameElement>('iframe[data-example]')]

/** The tallest that an example gets, in CSS pixels; what is taller scrolls. */
const tallest = 640

window.addEventListener('message', ({ data, source }: MessageEvent<{ keptHeight?: unknown } | null>) => {
  const frame = frames().find(({ contentWindow }) => contentWindow === source)
  if (frame && typeof data?.keptHeight === 'number')
    frame.style.blockSize = `${Math.min(tallest, Math.max(24, data.keptHeight))}px`
})

const theme = document.querySelector<HTMLSelectElement>('select[name=theme]')
const remembered = 'guide-theme'
/** A page of a folder may not be let remember anything. */
function remember(name: string): void {
  try {
    localStorage.setItem(remembered, name)
  } catch {
    // then it holds for this page
  }
}
function before(): string | null {
  try {
    return localStorage.getItem(remembered)
  } catch {
    return null
  }
}
const wear = (frame: HTMLIFrameElement) =>
  frame.contentWindow?.postMessage({ keptTheme: theme?.value ?? '' }, '*')
if (theme) {
  const known = before()
  if ([...theme.options].some(({ value }) => value === known)) theme.value = known!
  theme.addEventListener('change', () => {
    remember(theme.value)
    frames().forEach(wear)
  })
}
for (const frame of frames()) {
  frame.addEventListener('load', () => wear(frame))
  wear(frame)
}

const field = document.querySelector<HTMLInputElement>('input[type=search]')
const found = document.querySelector<HTMLElement>('#found')
if (field && found) {
  const finder = new Finder(search.entries)
  field.addEventListener('input', () => tellFound(finder, field.value, found))
  document.addEventListener('keydown', (event) => {
    const isWriting = event.target instanceof HTMLElement && event.target.matches('input, select, textarea')
    if (event.key !== '/' || isWriting) return
    event.preventDefault()
    field.focus()
  })
}

function tellFound(finder: Finder, text: string, list: HTMLElement): void {
  const hits = finder.find(text, 20)
  list.replaceChildren(
    ...hits.map(({ tag, member, title, under, excerpt }) => {
      const item = document.createElement('li')
      const link = document.createElement('a')
      link.href = `${search.pages[tag] ?? 'index'}.html${member ? `#${encodeURIComponent(member)}` : ''}`
      link.append(...marked(title))
      const about = document.createElement('span')
      about.append(...marked(under), ...(excerpt ? [' · ', ...marked(excerpt)] : []))
      item.append(link, ' ', about)
      return item
    }),
  )
  const status = document.querySelector('#found-told')
  if (status)
    status.textContent = !text.trim()
      ? ''
      : hits.length
        ? `${hits.length === 1 ? 'One place' : `${hits.length} places`} found.`
        : 'Nothing of that is here.'
}

/** Every second piece is what was looked for. */
const marked = (pieces: Marked): (string | Node)[] =>
  pieces.map((piece, at) => {
    if (at % 2 === 0) return piece
    const mark = document.createElement('mark')
    mark.textContent = piece
    return mark
  })
