<script setup lang="ts">
import { revisionsSchema, type RevisionView } from '~~/core/wire'

/** How a library stood before, each to be brought back. */
defineProps<{ disabled: boolean }>()
defineEmits<{ back: [number: number] }>()
const store = useLibrary()
const revisions = ref<RevisionView[]>([])
watch(
  () => store.library?.revision?.number,
  async () => {
    revisions.value = await ask(revisionsSchema, `/libraries/${store.slug}/revisions`).catch(() => [])
  },
  { immediate: true },
)
</script>

<template>
  <section v-if="revisions.length">
    <h2>How it stood before</h2>
    <ol>
      <li v-for="revision in revisions" :key="revision.number">
        <span class="number">{{ revision.number }}</span><span>{{ revision.note || 'no note' }}</span
        ><span class="small muted">{{ revision.made_by ?? '' }} {{ ago(revision.made_at) }}</span
        ><span v-if="revision.current" class="small">as it stands</span
        ><button
          v-else
          type="button"
          class="link"
          :disabled
          :aria-label="`Bring back revision ${revision.number}`"
          @click="$emit('back', revision.number)"
        >
          Bring back
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
h2 {
  font-size: 16px;
  line-height: 20px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 260px;
  overflow: auto;
}
li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto 90px;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule-soft);
  align-items: baseline;
}
.number {
  font-variant-numeric: tabular-nums;
}
li > :last-child {
  justify-self: end;
}
</style>
