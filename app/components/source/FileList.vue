<script setup lang="ts">
/** The files of a library, by folder, to be searched by their paths. */
const { paths } = defineProps<{ paths: readonly string[] }>()
const sought = useAddressChoice('find', '')
const folders = computed(() => {
  const found = new Map<string, string[]>()
  for (const path of paths.filter((path) => path.toLowerCase().includes(sought.value.toLowerCase()))) {
    const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/')) : ''
    found.set(folder, [...(found.get(folder) ?? []), path])
  }
  return [...found].sort(([a], [b]) => a.localeCompare(b))
})
</script>

<template>
  <div class="files">
    <label class="small seek"
      >Find a file
      <input v-model="sought" class="field" type="search" placeholder="part of its path" autocomplete="off"
    /></label>
    <section v-for="[folder, list] in folders" :key="folder" :aria-label="folder || 'At the top'">
      <h2 class="code muted">{{ folder || 'at the top' }}</h2>
      <div class="columns">
        <NuxtLink v-for="path in list" :key="path" class="file code" :to="{ query: { path } }">{{
          path.split('/').at(-1)
        }}</NuxtLink>
      </div>
    </section>
    <p v-if="!folders.length" class="muted">
      No path holds “{{ sought }}”.
      <button type="button" class="link" @click="sought = ''">Show all {{ paths.length }}</button>
    </p>
  </div>
</template>

<style scoped>
.files {
  padding: 14px 24px 48px;
  display: grid;
  gap: 20px;
}
.seek {
  display: flex;
  gap: 8px;
  align-items: baseline;
  max-width: 320px;
  white-space: nowrap;
}
h2 {
  font-size: 12px;
  font-family: var(--code);
  border-bottom: 1px solid var(--rule);
  padding-bottom: 3px;
  margin-bottom: 6px;
}
.columns {
  columns: 260px;
  column-gap: 28px;
}
.file {
  display: block;
  padding: 2px 0;
  overflow-wrap: anywhere;
  break-inside: avoid;
}
.file:hover {
  color: var(--kelp);
  text-decoration: underline;
  text-underline-offset: 2px;
}
</style>
