<script setup lang="ts">
/** Says of versions that were packed elsewhere what of them cannot be compared. */
defineProps<{ versions: readonly string[] }>()
</script>

<template>
  <p v-if="versions.length" class="sentence">
    {{ versions.join(' and ') }} {{ versions.length === 1 ? 'was' : 'were' }} packed elsewhere: components,
    and what package.json says, are compared, and not tokens, themes, icons and languages.
  </p>
</template>
