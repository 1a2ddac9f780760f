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
  <Settable :name="prop.name" :is-set="value !== undefined" @unset="value = undefined">
    <ValueEditor v-model="value" :type="prop.type" :at="prop.name" :rest :limits />
    <p v-if="limits.says && editorFor(prop.type, prop.name) === 'number'" class="small muted">
      {{ limits.says }}
    </p>
  </Settable>
</template>
