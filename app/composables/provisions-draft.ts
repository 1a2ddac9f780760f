import { z } from 'zod'
import { isEmpty, noProvisions, type KeptProvisions, type Provisions } from '~~/core/provisions'
import { problemsOfProvisions } from '~~/core/provisions-check'
import type { Problem } from '~~/core/problem'
import { triedScriptSchema } from '~~/core/wire'

/** What is being written to be wrapped around components: tried as it is written, saved, and taken back. */
export function useProvisionsDraft(scope: Ref<string>) {
  const store = useLibrary()
  const { say } = useSay()
  const kept = computed(() => store.library?.provisions.find((provision) => provision.scope === scope.value))
  const draft = ref<Provisions>({ ...noProvisions })
  /** The revision the draft began from: what somebody else keeps meanwhile is not written over. */
  const over = ref(0)
  const begin = () => {
    const { styles, around, script, data } = kept.value ?? noProvisions
    draft.value = { styles, around, script, data }
    over.value = kept.value?.revision ?? 0
    problems.value = []
  }
  const problems = ref<Problem[]>([])
  watch(scope, begin, { immediate: true })
  const isChanged = computed(() =>
    (['styles', 'around', 'script', 'data'] as const).some(
      (key) => draft.value[key] !== (kept.value?.[key] ?? ''),
    ),
  )
  watch(kept, () => {
    if (!isChanged.value || over.value === (kept.value?.revision ?? 0)) begin()
  })
  const wrong = computed(() => problemsOfProvisions(draft.value))
  /**
   * What frames get while it is written: the draft in the place of what is saved, as long as it can be read.
   * Its script is put where frames can load it.
   */
  const tried = shallowRef<KeptProvisions>()
  let pause: ReturnType<typeof setTimeout> | undefined
  let asked = 0
  watch(
    [draft, scope, kept],
    () => {
      clearTimeout(pause)
      asked++
      if (!isChanged.value || !store.may.write) tried.value = undefined
      else if (wrong.value.length === 0) pause = setTimeout(tryIt, 500)
    },
    { deep: true },
  )
  onUnmounted(() => clearTimeout(pause))
  async function tryIt() {
    const mine = asked
    const text = { ...draft.value }
    try {
      const { script } = text.script.trim()
        ? await ask(triedScriptSchema, `/libraries/${store.slug}/provisions/try`, {
            method: 'POST',
            body: { script: text.script },
          })
        : { script: null }
      if (mine === asked) tried.value = { ...text, scope: scope.value, module: script, revision: over.value }
    } catch (error) {
      if (mine === asked) problems.value = problemsOf(error)
    }
  }
  const busy = ref(false)
  async function keep(provisions: Provisions) {
    busy.value = true
    // what is kept now may be another by the time the answer is here
    const before = { ...(kept.value ?? noProvisions) }
    try {
      await ask(z.object({}), `/libraries/${store.slug}/provisions`, {
        method: 'PUT',
        body: { scope: scope.value, revision: over.value, provisions },
      })
      await store.load()
      begin()
      say(isEmpty(provisions) ? 'Nothing is provided there now.' : 'Provided.', {
        title: 'Undo',
        run: () =>
          void keep({
            styles: before.styles,
            around: before.around,
            script: before.script,
            data: before.data,
          }),
      })
    } catch (error) {
      problems.value = problemsOf(error)
      await store.load()
      over.value = kept.value?.revision ?? 0
    }
    busy.value = false
  }

  return { kept, draft, wrong, problems, tried, isChanged, busy, begin, keep }
}
