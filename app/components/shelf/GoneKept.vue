<script setup lang="ts">
import { takenOverSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/**
 * Components that are no more and for which people made something, with the components it may be meant for:
 * those of `tags`, or those that may be `to` now.
 */
const { tags, to } = defineProps<{ tags?: string[]; to?: string }>()
const store = useLibrary()
const { say } = useSay()
const problems = ref<Problem[]>([])
const rows = computed(() =>
  (store.library?.gone ?? []).filter((entry) =>
    to === undefined ? tags?.includes(entry.tag) : entry.offers.includes(to),
  ),
)
const made = ({ words, examples }: { words: number; examples: number }) =>
  [words && `words for ${plural(words, 'member')}`, examples && plural(examples, 'example')]
    .filter(Boolean)
    .join(' and ')

async function give(from: string, target: string) {
  problems.value = []
  try {
    const moved = await ask(takenOverSchema, `/libraries/${store.slug}/components/${target}/take-over`, {
      method: 'POST',
      body: { from },
    })
    say(`${store.title(target)} has ${made(moved)} of ${store.title(from)} now.`)
    await store.load()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
</script>

<template>
  <section v-if="rows.length || problems.length" class="gone">
    <ProblemList :problems />
    <p v-for="row in rows" :key="row.tag" :data-gone="row.tag" class="small">
      People made {{ made(row) }} for <b>{{ store.title(row.tag) }}</b>{{ ' ' }}
      <span class="code struck">{{ row.tag }}</span>, which is no more. They are kept.
      <template v-if="row.offers.length && store.may.write">
        It may be called otherwise now:
        <button
          v-for="offer in to === undefined ? row.offers : [to]"
          :key="offer"
          type="button"
          class="act"
          @click="give(row.tag, offer)"
        >
          Give them to {{ store.title(offer) }}
        </button>
      </template>
      <span v-else-if="!row.offers.length" class="muted">No component without words is like it.</span>
    </p>
  </section>
</template>

<style scoped>
.gone {
  width: 100%;
}
p {
  padding: 6px 0;
}
.act {
  padding: 0 8px;
  margin-left: 6px;
}
.struck {
  text-decoration: line-through;
  color: var(--muted);
}
</style>
