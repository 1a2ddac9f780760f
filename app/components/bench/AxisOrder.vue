<script setup lang="ts">
import {
  arrangementKey,
  readArrangement,
  writeArrangement,
  type ArrangedAxis,
} from '~~/core/variants/arrangement'
import type { WordsView } from '~~/core/wire'

/** The order, the groups and the status of the values of an axis, written a line each. */
const { axis, tag, words } = defineProps<{
  axis: ArrangedAxis
  tag: string
  /** As it was arranged before. */
  words: WordsView | undefined
}>()
const emit = defineEmits<{ written: [words: WordsView] }>()
const store = useLibrary()
const { editing, draft, problems, theirs, busy, begin, keep, takeTheirs } = useWordsDraft(
  () => ({ tag, member: arrangementKey(axis.name), words }),
  (written) => emit('written', written),
)
const unread = computed(() => (editing.value ? readArrangement(draft.value, axis).problems : []))
const area = useTemplateRef<HTMLTextAreaElement>('area')
async function edit() {
  begin(writeArrangement(axis))
  await nextTick()
  area.value?.focus()
}
</script>

<template>
  <div v-if="store.may.write" class="order small">
    <form v-if="editing" @submit.prevent="keep">
      <label>
        <span class="muted"
          >One value a line. <code>#</code> begins a group. After a colon its status — draft, trial, stable or
          deprecated — and after a comma why.</span
        >
        <textarea
          ref="area"
          v-model="draft"
          class="field plain code"
          :rows="Math.min(14, axis.variants.length + 3)"
          :aria-label="`Order, groups and status of ${axis.name}`"
          @keydown.ctrl.enter.prevent="keep"
          @keydown.meta.enter.prevent="keep"
          @keydown.esc.stop="editing = false"
        />
      </label>
      <ProblemList :problems="unread.length ? unread : problems" />
      <div v-if="theirs" class="theirs">
        <span class="muted">{{ theirs.by }}, {{ ago(theirs.at) }}:</span>
        <pre>{{ theirs.text }}</pre>
        <button type="button" class="link" @click="takeTheirs">Keep theirs</button> ·
        <button type="submit" class="link">Save mine</button>
      </div>
      <p v-else>
        <button class="link" :disabled="busy || unread.length > 0">Save</button>{{ ' ' }}
        <span class="key">Ctrl Enter</span> ·
        <button type="button" class="link" @click="draft = ''">As in the source</button> ·
        <button type="button" class="link" @click="editing = false">Cancel</button>
      </p>
    </form>
    <button v-else type="button" class="link" @click="edit">Order, groups and status</button>
    <span v-if="!editing && words?.text" class="muted"> by {{ words.by }}, {{ ago(words.at) }}</span>
  </div>
</template>

<style scoped>
.order {
  padding: 2px 18px 8px 0;
}
label {
  display: grid;
  gap: 4px;
  max-width: 420px;
}
.theirs {
  border-left: 2px solid var(--ochre);
  padding: 4px 0 4px 8px;
  margin-top: 6px;
}
textarea {
  font: 400 12px/18px var(--code);
}
form p {
  margin-top: 4px;
}
</style>
