<script setup lang="ts">
import type { Readers } from '~~/core/readers'
import { nothingSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Who may read the library besides its staff, said in a sentence. */
const store = useLibrary()
const problems = ref<Problem[]>([])
const { act } = useActs(problems)
const readers = computed(() => store.library?.readers ?? 'staff')
async function choose(chosen: Readers) {
  const address = `/libraries/${store.slug}/readers`
  await act(() => ask(nothingSchema, address, { method: 'PUT', body: { readers: chosen } }))
  await store.load()
}
</script>

<template>
  <section aria-labelledby="readers">
    <h2 id="readers">Who may read it</h2>
    <p class="sentence">
      Besides those with a role in it, this library is read by
      <Choice
        :model-value="readers"
        label="Who may read it"
        :options="readersChoices"
        @update:model-value="choose($event as Readers)"
      />.
    </p>
    <p v-if="readers === 'anyone'" class="small muted">
      Whoever has no account sees the shelf, the bench, the guide and the registry. Who of you did what,
      findings, the source and the desk are not shown to them.
    </p>
    <ProblemList :problems />
  </section>
</template>

<style scoped>
h2 {
  margin: 24px 0 6px;
}
</style>
