import { mostActs, type Act, type Outcome } from '~~/core/acts/act'
import { readActs, sayActs } from '~~/core/acts/sentence'

/** What a frame does of ways of getting there. */
interface Goes {
  replay(acts: Act[]): void
  record(on: boolean): void
}

/**
 * The way that what is shown is brought into a state: written, or recorded while it is done once by hand. One
 * that no example has stands in the address, as its sentence.
 */
export function useWay(frame: Readonly<Ref<Goes | null>>, shown: () => unknown) {
  const inAddress = useAddressChoice('way', '')
  /** The acts of the example that is shown. */
  const stored = shallowRef<Act[]>([])
  const outcome = shallowRef<Outcome>()
  const isGoing = ref(false)
  const isRecording = ref(false)
  const acts = computed<Act[]>({
    get() {
      if (inAddress.value === '') return stored.value
      const read = readActs(inAddress.value)
      return 'acts' in read ? read.acts : []
    },
    set(now) {
      const isStored = JSON.stringify(now) === JSON.stringify(stored.value)
      // a sentence of nothing says that there is none
      inAddress.value = isStored ? '' : sayActs(now) || '.'
    },
  })
  const isChanged = computed(() => inAddress.value !== '')
  // what is shown anew has nothing done to it
  watch(shown, () => {
    outcome.value = undefined
    isGoing.value = false
  })
  /** Goes it on what is shown, made anew; with no acts, what was done before is gone at least. */
  async function go() {
    outcome.value = undefined
    await nextTick()
    isGoing.value = acts.value.length > 0
    frame.value?.replay(plain(acts.value))
  }
  function record(on: boolean) {
    isRecording.value = on
    if (on) {
      acts.value = []
      outcome.value = undefined
    }
    frame.value?.record(on)
  }
  /** One more act by hand; what is typed on is the same act, of a longer text. */
  function onActed(act: Act) {
    const before = acts.value
    const last = before.at(-1)
    const isSameField =
      act.do === 'type' && last?.do === 'type' && JSON.stringify(last.on) === JSON.stringify(act.on)
    acts.value = [...(isSameField ? before.slice(0, -1) : before), act].slice(0, mostActs)
  }
  function onReplayed(came: Outcome) {
    isGoing.value = false
    outcome.value = came
  }
  /** The example that is shown has these acts. */
  function keepTo(now: Act[]) {
    stored.value = now
  }
  /** Goes the way of the example that is shown, or the one that a link brought along, where there is one. */
  function begin() {
    if (acts.value.length) void go()
  }
  /** Goes the way of the example, instead of what was written. */
  function asStored() {
    const wasGone = outcome.value !== undefined
    inAddress.value = ''
    if (wasGone || acts.value.length) void go()
  }
  /** Nothing is done to it any more. */
  function clear() {
    acts.value = []
    void go()
  }
  /** What was written is the example's by now. */
  function settle() {
    inAddress.value = ''
  }
  return {
    acts,
    outcome,
    isGoing,
    isRecording,
    isChanged,
    go,
    record,
    clear,
    onActed,
    onReplayed,
    keepTo,
    begin,
    asStored,
    settle,
  }
}
