import type { ModuleOf } from '~~/core/code/showing'
import type { Act } from '~~/core/acts/act'
import type { Usage } from '~~/core/code/usage'
import type { ForeignPage } from '~~/core/isolation/bleed'
import type { Provided } from '~~/core/provisions'
import type { Surround } from '~~/core/surround'
import {
  fromFrameSchema,
  hello,
  helloToWitness,
  packCells,
  type Cells,
  type FromFrame,
  type ToFrame,
} from '~~/frame/protocol'

export interface Target {
  tag: string
  modules: ModuleOf[]
  usage: Usage
  listen: string[]
}
/**
 * How a frame fares: it answers, it no longer answers, it said far too much, it left for another page, or it
 * took the keyboard again and again.
 */
export type FrameState = 'starting' | 'live' | 'silent' | 'flooding' | 'gone' | 'grabbing'

const cutBecause: Partial<Record<FrameState, string>> = {
  silent: 'It no longer answers: it may be in a loop that does not end.',
  flooding: 'It said more than anyone can read, and was cut off.',
  gone: 'It left for another page, and was stopped.',
  grabbing: 'It took the keyboard again and again without being asked, and was cut off.',
}
/** Why a frame is no longer there, or nothing while it is. */
export const whyCut = (state: FrameState): string | undefined => cutBecause[state]

const beatEvery = 1000
/**
 * Milliseconds without an answer after which a frame counts as silent; one that does much at a time is given
 * longer.
 */
const silentAfter = { shown: 3000, working: 20_000 }
/**
 * Milliseconds a frame may take to be there at all: one that shares a process may be held up by a neighbour
 * in a loop.
 */
const loadsWithin = { shared: 5000, alone: 30_000 }
/** Messages a second a component may cause; a hundred are plenty for what a person can watch. */
const floodAt = 250
/** Times a frame may take the keyboard in so many milliseconds; what somebody does to it may lead to one. */
const grabs = { most: 3, within: 10_000 }

let count = 0
/** A name for a frame's host: each is a site of its own, so that the browser may give it its own process. */
export const frameName = (): string => `f${(++count).toString(36)}${Math.random().toString(36).slice(2, 8)}`

interface Heard {
  event(message: Extract<FromFrame, { say: 'event' }>): void
  failed(message: Extract<FromFrame, { say: 'failed' }>): void
  painted(seq: number, at: number): void
  size(width: number, height: number): void
  laid?(message: Extract<FromFrame, { say: 'laid' }>): void
  drawn?(looks: Extract<FromFrame, { say: 'drawn' }>['looks']): void
  markup?(nodes: Extract<FromFrame, { say: 'markup' }>['nodes']): void
  dress?(dress: Extract<FromFrame, { say: 'dress' }>['dress']): void
  picked?(node: number): void
  trail?(message: Extract<FromFrame, { say: 'trail' }>): void
  answered?(message: Extract<FromFrame, { say: 'answered' }>): void
  observed?(message: Extract<FromFrame, { say: 'observed' }>): void
  acted?(act: Extract<FromFrame, { say: 'acted' }>['act']): void
  replayed?(outcome: Extract<FromFrame, { say: 'replayed' }>['outcome']): void
}

/**
 * Our side of one preview frame: hands the channel over, keeps the frame told what to show, listens
 * to its heart, and cuts it off when it floods us, leaves, or falls silent.
 */
export function useFrameHost(
  iframe: Readonly<Ref<HTMLIFrameElement | null>>,
  heard: Heard,
  isAlone: () => boolean,
  kind: keyof typeof silentAfter = 'shown',
) {
  const state = ref<FrameState>('starting')
  let port: MessagePort | undefined
  let [loads, sequence, askedDress, replays, beat] = [0, 0, 0, 0, 0]
  let lastMessage = 0
  let lastCheck = 0
  let timer: ReturnType<typeof setInterval> | undefined
  let loading: ReturnType<typeof setTimeout> | undefined
  let messages = 0
  let taken: number[] = []
  const grabbed = ref(false)
  let windowStart = 0
  const last: Partial<Record<'themes' | 'page' | 'provide' | 'surround' | 'show' | 'way', ToFrame>> = {}

  const post = (message: ToFrame) => port?.postMessage(message)
  const keyboard = useKeyboard({
    element: () => iframe.value,
    give: (given) => post({ say: 'keys', given }),
    took() {
      const now = performance.now()
      taken = [...taken.filter((at) => now - at < grabs.within), now]
      grabbed.value = true
      heard.trail?.({
        say: 'trail',
        what: 'focus',
        says: 'took the focus without being asked; it was given back',
        target: '',
        at: performance.timeOrigin + now,
      })
      if (taken.length > grabs.most) cut('grabbing')
    },
  })

  function cut(why: FrameState) {
    state.value = why
    port?.close()
    port = undefined
    clearInterval(timer)
    clearTimeout(loading)
  }
  /** Waits for the page in the frame; a page of ours that is out of sight may take any time. */
  function awaitLoad() {
    clearTimeout(loading)
    loading = setTimeout(
      () => {
        if (document.hidden) awaitLoad()
        else if (loads === 0) cut('silent')
      },
      isAlone() ? loadsWithin.alone : loadsWithin.shared,
    )
  }
  /** Counts what comes in; `false` once it is too much. */
  function counted(): boolean {
    const now = performance.now()
    if (now - windowStart > 1000) {
      windowStart = now
      messages = 0
    }
    if (++messages > floodAt) cut('flooding')
    return state.value !== 'flooding'
  }
  const onWindowMessage = (event: MessageEvent) => {
    // the frame has nothing to say to our window; whatever comes this way is counted as flood
    if (event.source && event.source === iframe.value?.contentWindow) counted()
  }

  function onLoad() {
    loads++
    clearTimeout(loading)
    if (loads > 1) return cut('gone')
    const channel = new MessageChannel()
    port = channel.port1
    port.onmessage = ({ data }) => {
      if (!counted()) return
      lastMessage = performance.now()
      const read = fromFrameSchema.safeParse(data)
      if (read.success) hear(read.data)
    }
    iframe.value?.contentWindow?.postMessage(kind === 'working' ? helloToWitness : hello, '*', [
      channel.port2,
    ])
    // what a browser lacks it lacks before any code that is provided is loaded
    for (const message of [last.themes, last.page, last.surround, last.provide, last.show, last.way])
      if (message) post(message)
    lastMessage = lastCheck = performance.now()
    timer = setInterval(check, beatEvery)
    check()
  }
  function check() {
    const now = performance.now()
    // a page out of sight is slowed by the browser, and so are its frames: no answer then means nothing
    if (document.hidden) lastMessage = now
    // where we are late ourselves, the machine is busy: that time is not the frame's
    else lastMessage += Math.max(0, now - lastCheck - 1.5 * beatEvery)
    lastCheck = now
    if (now - lastMessage > silentAfter[kind]) return cut('silent')
    post({ say: 'ping', n: ++beat })
  }
  function hear(message: FromFrame) {
    switch (message.say) {
      case 'pong':
        if (state.value === 'starting') state.value = 'live'
        return
      case 'keys':
        return keyboard.heard(message.what)
      case 'painted':
        return heard.painted(message.seq, message.at)
      case 'size':
        return heard.size(message.width, message.height)
      case 'laid':
        return heard.laid?.(message)
      case 'observed':
        return heard.observed?.(message)
      case 'drawn':
        return heard.drawn?.(message.looks)
      case 'markup':
        return heard.markup?.(message.nodes)
      case 'dress':
        return message.seq === askedDress ? heard.dress?.(message.dress) : undefined
      case 'trail':
        return heard.trail?.(message)
      case 'answered':
        return heard.answered?.(message)
      case 'acted':
        return heard.acted?.(message.act)
      case 'replayed':
        if (message.n !== replays) return
        keyboard.arrived()
        return heard.replayed?.(message.outcome)
      case 'picked':
        return heard.picked?.(message.node)
      case 'failed':
        // what failed of an earlier showing is no news of this one
        return message.phase !== 'provide' && message.seq < sequence ? undefined : heard.failed(message)
      case 'event':
        return heard.event(message)
    }
  }

  onMounted(() => {
    window.addEventListener('message', onWindowMessage)
    awaitLoad()
  })
  onUnmounted(() => {
    window.removeEventListener('message', onWindowMessage)
    cut('gone')
  })

  return {
    state,
    /** It has taken the keyboard by itself; whoever wants it to have it can give it. */
    grabbed,
    letHaveKeyboard() {
      grabbed.value = false
      taken = []
      keyboard.grant()
    },
    onLoad,
    /** Begins anew with a fresh iframe, which the caller puts in place. */
    reset() {
      cut('starting')
      taken = []
      grabbed.value = false
      loads = 0
      awaitLoad()
    },
    show(target: Target): number {
      taken = []
      last.way = undefined
      last.show = { say: 'show', seq: ++sequence, ...target }
      post(last.show)
      return sequence
    },
    cells(cells: Cells): number {
      last.show = { say: 'cells', seq: ++sequence, ...plain(packCells(cells)) }
      post(last.show)
      return sequence
    },
    observe(cases: Omit<Extract<ToFrame, { say: 'observe' }>, 'say' | 'seq'>): number {
      last.show = { say: 'observe', seq: ++sequence, ...cases }
      post(last.show)
      return sequence
    },
    /** Asks for the markup that stands there, and for what dresses one element of it. */
    markup(styles = false) {
      post({ say: 'markup', seq: sequence, styles })
    },
    dress(node: number, pseudo: '' | '::before' | '::after') {
      post({ say: 'dress', seq: ++askedDress, node, pseudo })
    },
    /**
     * Does acts to what is made anew; it has the focus then, unless that is done `quietly`, only to be seen.
     */
    replay(acts: Act[], quietly = false) {
      if (!quietly) keyboard.grant(acts.length > 0)
      post((last.way = { say: 'replay', n: ++replays, acts, anew: true, quietly }))
    },
    record: (on: boolean) => post((last.way = { say: 'record', on })),
    ring(node: number | null, pick: boolean) {
      post({ say: 'ring', node, pick })
    },
    themes: (css: string) => post((last.themes = { say: 'themes', css })),
    /** Has it stand in a foreign page, or in none. */
    page: (page: ForeignPage | null) => post((last.page = { say: 'page', page })),
    provide(provided: Provided[]) {
      last.provide = { say: 'provide', provided }
      post(last.provide)
    },
    surround(surround: Surround) {
      last.surround = { say: 'surround', surround }
      post(last.surround)
    },
  }
}
