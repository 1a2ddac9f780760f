<script setup lang="ts">
import { z } from 'zod'
import type { Asks } from '~~/core/wire'

/**
 * How wide what a component stands in is: a width the library has a name for, one at which its sheets change,
 * or any.
 */
const { asked } = defineProps<{ asked: Asks['widths'] }>()
const width = defineModel<number | null>({ required: true })
const store = useLibrary()
const { say } = useSay()
const named = computed(() => store.library?.widths ?? [])
const ownName = computed(() => named.value.find((entry) => entry.width === width.value)?.name)
const options = computed(() => {
  const all = new Map<number | null, { value: number | null; title: string; note?: string }>([
    [null, { value: null, title: 'as wide as there is room' }],
  ])
  for (const entry of named.value)
    all.set(entry.width, { value: entry.width, title: entry.name, note: `${entry.width} px` })
  for (const entry of asked.filter((entry) => entry.of === 'parent'))
    if (!all.has(entry.width))
      all.set(entry.width, { value: entry.width, title: String(entry.width), note: 'its sheet changes here' })
  for (const value of [320, 390, 600, 768, 1024, width.value])
    if (!all.has(value)) all.set(value, { value, title: String(value) })
  return [...all.values()].sort((a, b) => (a.value ?? -1) - (b.value ?? -1))
})
const from = (text: string) => (Number(text) >= 1 && Number(text) <= 10_000 ? Math.round(Number(text)) : null)
const name = ref('')
const wrong = ref<string>()
async function keep(called: string, size: number | null) {
  wrong.value = undefined
  try {
    await ask(z.unknown(), `/libraries/${store.slug}/widths`, {
      method: 'PUT',
      body: { name: called, width: size },
    })
    name.value = ''
    say(
      size === null
        ? `${called} is no name of a width any more.`
        : `${size} px is called ${called} here now.`,
    )
  } catch (error) {
    wrong.value = problemsOf(error)
      .map((problem) => `${problem.what} ${problem.todo ?? ''}`)
      .join(' ')
  }
}
</script>

<template>
  <Choice v-model="width" label="Width" :options>
    <template #default="{ close }">
      <form class="own" @submit.prevent="close()">
        <label class="small"
          >Another, in px
          <input
            class="field"
            type="number"
            min="1"
            max="10000"
            :value="width ?? ''"
            @change="width = from(($event.target as HTMLInputElement).value)"
        /></label>
      </form>
      <div v-if="store.may.write && width !== null" class="own small">
        <p v-if="ownName">
          {{ width }} px is called {{ ownName }}.
          <button type="button" class="link" @click="keep(ownName, null)">Take the name away</button>
        </p>
        <form v-else @submit.prevent="name.trim() && keep(name.trim(), width)">
          <label
            >Call {{ width }} px
            <input v-model="name" class="field" maxlength="60" placeholder="Phone at the quay" /></label
          >{{ ' ' }}
          <button class="link" :disabled="!name.trim()">Save the name</button>
        </form>
        <p v-if="wrong" class="bad" role="alert">{{ wrong }}</p>
      </div>
    </template>
  </Choice>
</template>

<style scoped>
.own {
  border-top: 1px solid var(--rule);
  padding: 8px 12px 4px;
  margin-top: 6px;
}
</style>
