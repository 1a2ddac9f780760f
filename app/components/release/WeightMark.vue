<script setup lang="ts">
import type { Weight } from '~~/core/contract/weight'

/** What a change asks of those who use the library. */
defineProps<{ weight: Weight }>()
const colours = { breaking: 'bad', additive: 'good', mend: '', none: 'muted' } as const
</script>

<template><Mark :name="weight" :label="weight" :class="colours[weight]" /></template>
