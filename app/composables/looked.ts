import type { z } from 'zod'
import type { Only } from '~~/core/evidence/only'
import type { Problem } from '~~/core/problem'

/** What a browser on the server has seen of a component, by its address, kept up while a run goes on. */
export function useLooked<T>(
  tag: Ref<string>,
  path: string,
  schema: z.ZodType<T>,
  kept: { only?: Only } = {},
) {
  const store = useLibrary()
  const looked = shallowRef<T>()
  const problems = ref<Problem[]>([])
  const { isBusy, look } = useLookNow(problems, { first: tag, ...kept })
  async function load() {
    const asked = tag.value
    try {
      const found = await ask(schema, `/libraries/${store.slug}/components/${asked}/${path}`)
      if (asked === tag.value) looked.value = found
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  // evidence comes anew with each component that a run has looked at
  watch([tag, () => store.evidence], load, { immediate: true })
  return { looked, problems, isBusy, look }
}
