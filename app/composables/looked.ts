import type { z } from 'zod'
import type { Only } from '~~/core/evidence/only'

/** What a browser on the server has seen of a component, by its address, kept up while a run goes on. */
export function useLooked<T>(
  tag: Ref<string>,
  path: string,
  schema: z.ZodType<T>,
  kept: { only?: Only } = {},
) {
  const store = useLibrary()
  // evidence comes anew with each component that a run has looked at
  const { answer: looked, problems } = useAnswer(
    schema,
    () => `/libraries/${store.slug}/components/${tag.value}/${path}`,
    [() => store.evidence],
  )
  const { isBusy, look } = useLookNow(problems, { first: tag, ...kept })
  return { looked, problems, isBusy, look }
}
