<script setup lang="ts">
import type { Prop } from '~~/core/contract/prop'
import { limitsOf } from '~~/core/contract/limits'
import { editorFor } from '~~/core/contract/type'

/** The editor for a prop's live value, with what its comment says of limits, and the way to set nothing. */
const { prop } = defineProps<{ prop: Prop }>()
const value = defineModel<unknown>()
const limits = computed(() => limitsOf(prop.comment))
const rest = computed(() => prop.defaultValue ?? prop.default)
</script>

<template>
  <div class="editor">
    <ValueEditor v-model="value" :type="prop.type" :at="prop.name" :rest :limits />
    <p v-if="limits.says && editorFor(prop.type, prop.name) === 'number'" class="small muted">
      {{ limits.says }}
    </p>
    <button
      v-if="value !== undefined"
      type="button"
      class="unset"
      tabindex="-1"
      :aria-label="`Do not set ${prop.name}`"
      title="Do not set it"
      @click="value = undefined"
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
