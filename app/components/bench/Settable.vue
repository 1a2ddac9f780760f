<script setup lang="ts">
/** An editor of something that need not be set, with the way to set nothing beside it. */
defineProps<{ name: string; isSet: boolean }>()
defineEmits<{ unset: [] }>()
</script>

<template>
  <div class="editor">
    <slot />
    <button
      v-if="isSet"
      type="button"
      class="unset"
      tabindex="-1"
      :aria-label="`Do not set ${name}`"
      title="Do not set it"
      @click="$emit('unset')"
    >
      ×
    </button>
  </div>
</template>

<style scoped>
.editor {
  position: relative;
  padding-right: 18px;
  min-width: 0;
}
.unset {
  position: absolute;
  right: -2px;
  top: 0;
  border: 0;
  background: none;
  color: var(--muted);
  cursor: pointer;
  font-size: 15px;
  line-height: 20px;
  padding: 0 4px;
}
.unset:hover {
  color: var(--rust);
}
</style>
