import type { Problem } from '~~/core/problem'
import type { DeskView, ReleasesView } from '~~/core/wire'

/**
 * The number of the next version and the channel it goes to: the least that says enough, until somebody chooses
 * another or writes one of their own.
 */
export function useNextNumber(
  desk: Ref<DeskView | undefined>,
  releases: Ref<ReleasesView | undefined>,
  refused: Readonly<Ref<Problem[]>>,
) {
  const version = ref('')
  const channel = ref('latest')
  /** Why it may say less than what changed. */
  const reason = ref('')
  /** Somebody wrote a number of their own: it stays. */
  const isOwn = ref(false)

  function choose(step: string) {
    const next = desk.value?.next.find((entry) => entry.step === step) ?? desk.value?.next[0]
    if (!next) return
    isOwn.value = false
    version.value = next.version
    channel.value = next.channel
  }
  // another version is compared with, or what differs weighs otherwise
  watch(
    () => {
      const { from, weight } = desk.value?.difference ?? {}
      return [from, weight, releases.value?.releases.length].join(' ')
    },
    () => {
      if (!isOwn.value) choose(desk.value?.next.find((entry) => entry.enough)?.step ?? 'patch')
    },
  )

  const chosenStep = computed(() => desk.value?.next.find((entry) => entry.version === version.value))
  /** Of a number of one's own only publishing tells. */
  const isTooLittle = computed(
    () =>
      chosenStep.value?.enough === false ||
      (!chosenStep.value && refused.value.some(({ code }) => code === 'version-too-little')),
  )
  const channels = computed(() => {
    const known = releases.value?.channels ?? {}
    const offered = desk.value?.next.map((next) => next.channel) ?? []
    return [...new Set(['latest', 'next', ...Object.keys(known), ...offered])].map((value) => ({
      value,
      title: value,
      note: known[value] ? `now ${known[value]}` : 'new',
    }))
  })

  return { version, channel, reason, isOwn, chosenStep, isTooLittle, channels, choose }
}
