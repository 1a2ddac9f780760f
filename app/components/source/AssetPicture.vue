<script setup lang="ts">
import { assetType } from '~~/core/read/source/assets'

/** A picture, or a face of type, that belongs to the source: seen here, and replaced by bringing it in. */
const { path, address } = defineProps<{ path: string; address: string }>()
const type = computed(() => assetType(path) ?? '')
/** Bytes, by the length of the data URL, which holds three in four characters. */
const size = computed(() => Math.round(((address.length - address.indexOf(',')) * 3) / 4))
</script>

<template>
  <figure class="asset">
    <img v-if="type.startsWith('image/')" :src="address" :alt="path" />
    <figcaption class="small muted">
      {{ type.startsWith('image/') ? 'A picture' : 'A face of type' }}, {{ type }},
      {{ (size / 1000).toFixed(1) }} kB. Bring in another under this path to replace it.
    </figcaption>
  </figure>
</template>

<style scoped>
.asset {
  margin: 0;
  padding: 24px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
img {
  max-width: 100%;
  max-height: 60vh;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
</style>
