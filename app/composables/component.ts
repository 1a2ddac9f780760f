import type { Usage } from '~~/core/code/usage'
import { componentTitle } from '~~/core/contract/contract'

/**
 * The component that a page's address names, how it stands on the shelf, and the page's title; `view` is what
 * the page shows of it.
 */
export function useComponent(view = '') {
  const store = useLibrary()
  const route = useRoute()
  const { faceOf } = useFirstShowing()
  const tag = computed(() => String(route.params.tag))
  const standing = computed(() => store.find(tag.value))
  const contract = computed(() => standing.value?.contract)
  const face = computed<Usage>(() => (standing.value ? faceOf(standing.value) : { props: {}, slots: {} }))
  const { css, themes } = storeToRefs(store)
  useHead({
    title: () =>
      `${[componentTitle(tag.value, store.prefix), view].filter(Boolean).join(', ')} · ` +
      `${store.library?.title} · Kept Shelf`,
  })
  return { store, route, tag, standing, contract, face, css, themes }
}
