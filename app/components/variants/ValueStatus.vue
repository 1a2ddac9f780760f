<script setup lang="ts">
import type { ValueStatus } from '~~/core/variants/arrangement'

/** How far a value is, and why; deprecated, what to use instead. */
defineProps<{ said: ValueStatus }>()
</script>

<template>
  <span class="small"
    ><Mark :name="said.status" :label="said.note ? said.status : ''" />{{ ' '
    }}{{ said.note || said.status }}</span
  >
</template>
