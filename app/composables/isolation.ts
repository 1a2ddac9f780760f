import type { Written } from '~~/core/made/sources'
import { isolationSeenSchema, writtenSchema } from '~~/core/wire'

/** What a component and the page were seen to do to one another, kept up while a run goes on. */
export function useIsolation(tag: Ref<string>) {
  const store = useLibrary()
  const { looked, ...rest } = useLooked(tag, 'isolation', isolationSeenSchema, { only: 'isolation' })
  const written = shallowRef<Written>()
  async function findRules() {
    written.value = undefined
    // without it, rules are told without their lines
    written.value = await ask(
      writtenSchema,
      `/libraries/${store.slug}/components/${tag.value}/written`,
    ).catch(() => undefined)
  }
  watch(tag, findRules, { immediate: true })
  return { seen: looked, written, ...rest }
}
