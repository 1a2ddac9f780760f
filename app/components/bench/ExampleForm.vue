<script setup lang="ts">
import type { Problem } from '~~/core/problem'
import type { ExampleChange, ExampleView } from '~~/core/wire'

/** An example's name and notes; a new one is saved with them, and a saved one changed, moved or deleted. */
const { example, first, last, problems } = defineProps<{
  /** The one that is changed; a new one where there is none. */
  example: ExampleView | undefined
  /** Whether nothing stands before it, or after it, among those besides the face. */
  first: boolean
  last: boolean
  problems: Problem[]
}>()
const emit = defineEmits<{
  save: [how: { face: boolean }]
  change: [what: ExampleChange, told: string]
  move: [by: number]
  remove: []
  duplicate: []
}>()
const name = defineModel<string>('name', { required: true })
const notes = defineModel<string>('notes', { required: true })
const field = useTemplateRef<HTMLInputElement>('field')
onMounted(() => nextTick(() => field.value?.select()))
const quoted = computed(() => `“${example?.name ?? ''}”`)
const toggleStarter = () => {
  if (example?.starter) emit('change', { starter: false }, `${quoted.value} is no longer a starter.`)
  else emit('change', { starter: true }, `${quoted.value} is a starter now.`)
}
</script>

<template>
  <form class="about" @submit.prevent="emit('save', { face: false })">
    <label class="small"
      >Name <input ref="field" v-model="name" class="field" maxlength="120" required
    /></label>
    <label class="small">Notes <textarea v-model="notes" class="field" rows="3" maxlength="5000" /></label>
    <ProblemList :problems />
    <p>
      <button class="act main">Save</button>{{ ' ' }}
      <button
        v-if="!example"
        type="button"
        class="act"
        :disabled="!name.trim()"
        @click="emit('save', { face: true })"
      >
        Save and show it on the shelf
      </button>
    </p>
    <div v-if="example" class="small acts">
      <button
        v-if="!example.face"
        type="button"
        class="link"
        @click="emit('change', { face: true }, `The shelf shows ${quoted} now.`)"
      >
        Show it on the shelf
      </button>
      <button type="button" class="link" @click="toggleStarter">
        {{ example.starter ? 'No longer a starter' : 'Offer as a starter' }}
      </button>
      <template v-if="!example.face">
        <button v-if="!first" type="button" class="link" @click="emit('move', -1)">Earlier</button>
        <button v-if="!last" type="button" class="link" @click="emit('move', 1)">Later</button>
      </template>
      <button type="button" class="link" @click="emit('duplicate')">Duplicate</button>
      <button v-if="!example.face" type="button" class="link" @click="emit('remove')">Delete</button>
    </div>
  </form>
</template>

<style scoped>
.about {
  padding: 12px;
  display: grid;
  gap: 8px;
  width: 320px;
}
.about label {
  display: grid;
  gap: 2px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  border-top: 1px solid var(--rule-soft);
  padding-top: 8px;
}
.act {
  padding: 2px 12px;
}
</style>
