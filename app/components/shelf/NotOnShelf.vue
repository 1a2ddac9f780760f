<script setup lang="ts">
/** Says that an address names no component of the library; what was kept of it is offered to another. */
const { tag } = defineProps<{ tag: string }>()
const store = useLibrary()
</script>

<template>
  <main class="none">
    <h1>Not on this shelf</h1>
    <p>
      There is no <code>&lt;{{ tag }}&gt;</code> in {{ store.library?.title
      }}{{ store.isNow ? '' : ` ${store.version}` }}. It may have been
      {{ store.isNow ? 'renamed or taken out' : 'called otherwise then, or came later' }}.
    </p>
    <GoneKept v-if="store.isNow" :tags="[tag]" />
    <NuxtLink class="act" :to="`/${store.slug}`">To the shelf</NuxtLink>
  </main>
</template>

<style scoped>
.none {
  padding: 14px 24px 60px;
  display: grid;
  gap: 16px;
  justify-items: start;
}
</style>
