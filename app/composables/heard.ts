import type { FromFrame } from '~~/frame/protocol'

interface Line {
  at: Date
  /** The event's name; nothing where it is a step of the focus. */
  name: string | undefined
  text: string
}
/** Lines that are shown at most, the newest first. */
const most = 200

/** What a component on the bench lets hear: its events, what had the focus, and what each key did. */
export function useHeard(tag: Ref<string>) {
  const lines = ref<Line[]>([])
  let fresh: Line[] = []
  /**
   * Lines come together once a frame of ours, so that a component that fires many does not hold up the page.
   */
  function add(line: Line) {
    if (fresh.length === 0)
      requestAnimationFrame(() => {
        lines.value = [...fresh.reverse(), ...lines.value].slice(0, most)
        fresh = []
      })
    fresh.push(line)
  }
  const clear = () => {
    lines.value = []
  }
  watch(tag, clear)
  const chosen = useAddressChoice('heard', '')
  const names = computed(() => [...new Set(lines.value.flatMap(({ name }) => name ?? []))].sort())
  const shown = computed(() =>
    lines.value.filter(({ name }) =>
      chosen.value === 'keys'
        ? name === undefined
        : name !== undefined && (!chosen.value || name === chosen.value),
    ),
  )
  return {
    chosen,
    options: computed(() => [
      { value: '', title: 'Every event' },
      ...names.value.map((value) => ({ value, title: value })),
      { value: 'keys', title: 'Focus and keys' },
    ]),
    text: computed(() => shown.value.map(({ at, text }) => `${clock(at)}  ${text}`).join('\n')),
    clear,
    onEvent: ({ at, name, detail, target }: Extract<FromFrame, { say: 'event' }>) =>
      add({ at: new Date(at), name, text: `${name}  ${detail || target}` }),
    onTrail: ({ at, says, target }: Extract<FromFrame, { say: 'trail' }>) =>
      add({ at: new Date(at), name: undefined, text: `${says}  ${target}` }),
  }
}

const clock = (at: Date): string =>
  `${at.toLocaleTimeString('en-GB')}.${String(at.getMilliseconds()).padStart(3, '0')}`
