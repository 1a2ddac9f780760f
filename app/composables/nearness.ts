/** Renderings that are made at a time; the others wait their turn. */
const atOnce = 6
/**
 * Milliseconds that the first rendering has for itself: what all of them need comes once with it, and
 * somebody sees something soonest.
 */
const headStart = 700
/** Milliseconds after which one that has said nothing no longer holds the others up. */
const patience = 2500
/** Milliseconds out of reach after which a rendering is taken down. */
const lingers = 8000

interface Turn {
  element: HTMLElement
  begin: () => void
}
const queue: Turn[] = []
/** The one that is nearest to the middle of the window. */
function nearest(): Turn | undefined {
  const middle = window.innerHeight / 2
  const far = ({ element }: Turn) => {
    const { top, bottom } = element.getBoundingClientRect()
    return Math.abs((top + bottom) / 2 - middle)
  }
  const [best] = queue.map((turn) => ({ turn, far: far(turn) })).sort((a, b) => a.far - b.far)
  if (best) queue.splice(queue.indexOf(best.turn), 1)
  return best?.turn
}
let busy = 0
/** How many may be made at a time now: one, until the first is drawn or has had its time. */
let room = 1
const open = () => {
  room = atOnce
}
let asked = false
let scrolled = -Infinity
let top = 0
/** Pixels a millisecond at which somebody passes by and looks at nothing: what flies past is not begun. */
const flying = 2
let speed = 0
function onScroll() {
  const now = performance.now()
  speed = Math.abs(window.scrollY - top) / Math.max(1, now - scrolled)
  top = window.scrollY
  scrolled = now
}
/** One is begun at a time; while somebody scrolls, only when the page has nothing better to do. */
function next() {
  if (asked || busy >= room || queue.length === 0) return
  asked = true
  const begin = () => {
    asked = false
    const turn = busy < room ? nearest() : undefined
    if (turn) {
      busy++
      turn.begin()
    }
    next()
  }
  const since = performance.now() - scrolled
  if (since > 200) queueMicrotask(begin)
  else if (speed > flying)
    setTimeout(() => {
      asked = false
      next()
    }, 100)
  else requestIdleCallback(begin, { timeout: 400 })
}

let observer: IntersectionObserver | undefined
const watched = new WeakMap<Element, (near: boolean) => void>()

/**
 * Whether something should be rendered: it is in sight or not far from it. Only so many are begun at a
 * time, and one that is long out of reach is taken down, so that a shelf of hundreds costs what is seen of
 * it.
 */
export function useNearness(element: Ref<HTMLElement | null>) {
  const live = ref(false)
  let turn: Turn | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let holds = false

  /** It has been rendered, or will not be: the next may begin. */
  function settled() {
    if (!holds) return
    holds = false
    clearTimeout(timer)
    busy--
    open()
    next()
  }
  function begin() {
    turn = undefined
    holds = true
    live.value = true
    timer = setTimeout(settled, patience)
    if (room < atOnce)
      setTimeout(() => {
        open()
        next()
      }, headStart)
  }
  function giveUp() {
    const at = turn ? queue.indexOf(turn) : -1
    if (at >= 0) queue.splice(at, 1)
    turn = undefined
  }
  let leaving: ReturnType<typeof setTimeout> | undefined
  function moved(near: boolean) {
    clearTimeout(leaving)
    if (near && !live.value && !turn) {
      turn = { element: element.value!, begin }
      queue.push(turn)
      next()
    } else if (!near) {
      giveUp()
      leaving = setTimeout(() => {
        settled()
        live.value = false
      }, lingers)
    }
  }
  onMounted(() => {
    if (!observer) document.addEventListener('scroll', onScroll, { passive: true, capture: true })
    observer ??= new IntersectionObserver(
      (entries) => {
        for (const entry of entries) watched.get(entry.target)?.(entry.isIntersecting)
      },
      { rootMargin: '500px' },
    )
    watched.set(element.value!, moved)
    observer.observe(element.value!)
  })
  onBeforeUnmount(() => {
    if (element.value) observer?.unobserve(element.value)
    clearTimeout(leaving)
    giveUp()
    settled()
  })
  return { live, settled }
}
