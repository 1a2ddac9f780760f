import type { InjectionKey } from 'vue'
import { isUnreadable } from '~~/core/contrast/pair'
import { looksSeenSchema } from '~~/core/wire'
import type { LooksSeen } from '~~/core/wire'

/** How a component was seen to look in every theme, kept up while a run goes on. */
export function useLooks(tag: Ref<string>) {
  const { looked, ...rest } = useLooked(tag, 'looks', looksSeenSchema)
  return { looks: looked, ...rest }
}

const key: InjectionKey<Ref<LooksSeen | undefined>> = Symbol('looks')

/** Offers whatever shows variants how they were seen to look. */
export const provideLooks = (tag: Ref<string>): void => provide(key, useLooks(tag).looks)

/** What was seen of one variant, and of the colours it brings; nothing where nobody looked. */
export function useVariantLook(member: Ref<string>, situation: Ref<string>) {
  const seen = inject(key, undefined)
  const looks = computed(() => seen?.value?.looks ?? undefined)
  return {
    look: computed(() => looks.value?.variants.find((look) => look.member === member.value)),
    colours: computed(
      () =>
        looks.value?.colours.filter((pair) => pair.situation === situation.value && isUnreadable(pair)) ?? [],
    ),
  }
}
