/** Renderings that are made at a time; the others wait their turn, nearest first come first. */
const atOnce = 8
/** Milliseconds after which one that has said nothing no longer holds the others up. */
const patience = 2500
/** Milliseconds out of reach after which a rendering is taken down. */
const lingers = 3000

const queue: (() => void)[] = []
let busy = 0
function next() {
  while (busy < atOnce && queue.length) {
    busy++
    queue.shift()!()
  }
}

let observer: IntersectionObserver | undefined
const watched = new WeakMap<Element, (near: boolean) => void>()

/**
 * Whether something should be rendered: it is in sight or not far from it. Only so many are begun at a
 * time, and one that is long out of reach is taken down, so that a shelf of hundreds costs what is seen of it.
 */
export function useNearness(element: Ref<HTMLElement | null>) {
  const live = ref(false)
  let turn: (() => void) | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let holds = false

  /** It has been rendered, or will not be: the next may begin. */
  function settled() {
    if (!holds) return
    holds = false
    clearTimeout(timer)
    busy--
    next()
  }
  function begin() {
    turn = undefined
    holds = true
    live.value = true
    timer = setTimeout(settled, patience)
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
      turn = begin
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
    observer ??= new IntersectionObserver((entries) => { for (const one of entries) watched.get(one.target)?.(one.isIntersecting) }, { rootMargin: '500px' })
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
