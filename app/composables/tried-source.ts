import type { Problem } from '~~/core/problem'
import { triedSchema, type Tried } from '~~/core/wire'

/** A pause in typing, in milliseconds, after which what is written is read and built. */
const pauseFor = 400

/** What a text comes to that is being written: read and built at each pause, one text at a time. */
export function useTriedSource(
  path: Ref<string | undefined>,
  text: Ref<string>,
  isChanged: Ref<boolean>,
  tag: Ref<string | undefined>,
) {
  const store = useLibrary()
  const tried = shallowRef<Tried>()
  const isTrying = ref(false)
  const problems = ref<Problem[]>([])
  let pause: ReturnType<typeof setTimeout> | undefined
  let isAskedAgain = false
  function tryLater() {
    clearTimeout(pause)
    if (isChanged.value) pause = setTimeout(tryNow, pauseFor)
  }
  /** The text may be another, or be as it was, by the time the answer is here. */
  const isStillAsked = (askedPath: string): boolean => askedPath === path.value && isChanged.value
  async function tryNow() {
    if (isTrying.value) {
      isAskedAgain = true
      return
    }
    const asked = { path: path.value, text: text.value }
    if (!asked.path || !isChanged.value) return
    isTrying.value = true
    try {
      const found = await ask(triedSchema, `/libraries/${store.slug}/source/try`, {
        method: 'POST',
        body: { ...asked, ...(tag.value === undefined ? {} : { tag: tag.value }) },
      })
      if (isStillAsked(asked.path)) {
        tried.value = found
        problems.value = []
      }
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      isTrying.value = false
      if (isAskedAgain) {
        isAskedAgain = false
        tryLater()
      }
    }
  }
  watch(text, tryLater)
  onUnmounted(() => clearTimeout(pause))
  return {
    tried,
    isTrying,
    problems,
    forget() {
      tried.value = undefined
    },
  }
}
