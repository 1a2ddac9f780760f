<script setup lang="ts">
/** What rules notice of one component, in a line that leads to it; nothing where they notice nothing. */
const { tag } = defineProps<{ tag: string }>()
const store = useLibrary()
const { open } = useFindings()
const own = computed(() => open.value.filter((finding) => finding.tag === tag))
</script>

<template>
  <p v-if="own.length" class="small">
    <NuxtLink class="link" :to="{ path: `/${store.slug}/findings`, query: { of: tag } }">{{
      capital(plural(own.length, 'finding'))
    }}</NuxtLink>: {{ own[0]!.says }}<template v-if="own.length > 1"> …</template>
  </p>
</template>

<style scoped>
p {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
