<script setup lang="ts">
/** What a whole library that is brought in would take off the shelf, before it does. */
defineProps<{ leaving: { components: string[]; files: number }; revision?: number; disabled: boolean }>()
defineEmits<{ agree: []; cancel: [] }>()
const shown = 30
</script>

<template>
  <section class="leaving" role="alertdialog" aria-labelledby="leaving-title">
    <h2 id="leaving-title">
      {{ capital(plural(leaving.components.length, 'component')) }} would leave the shelf
    </h2>
    <p>
      What you bring is the whole library, and {{ plural(leaving.files, 'file') }} of today’s
      {{ leaving.files === 1 ? 'is' : 'are' }} not in it. With {{ leaving.files === 1 ? 'it' : 'them' }} would
      go
      <template v-for="(tag, i) in leaving.components.slice(0, shown)" :key="tag"
        >{{ i ? ', ' : '' }}<span class="code">{{ tag }}</span></template
      >{{ leaving.components.length > shown ? ` and ${leaving.components.length - shown} more` : '' }}. Words
      and examples stay, and revision {{ revision }} can be brought back.
    </p>
    <p>
      <button type="button" class="act main" :disabled @click="$emit('agree')">
        Bring it in and remove them</button
      >{{ ' ' }}
      <button type="button" class="act" @click="$emit('cancel')">Cancel</button>
    </p>
  </section>
</template>

<style scoped>
.leaving {
  border-left: 3px solid var(--ochre);
  padding: 8px 14px;
  max-width: 640px;
  display: grid;
  gap: 8px;
  background: var(--sheet);
}
</style>
