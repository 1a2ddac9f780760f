<script setup lang="ts">
import { releasesSchema } from '~~/core/wire'

/** Which version’s shelf is looked at, and the way back to the shelf as it is now. */
const store = useLibrary()
const route = useRoute()
const { answer: releases } = useAnswer(releasesSchema, () => `/libraries/${store.slug}/releases`, [
  () => store.releaseStamp,
])
const asked = useAddressChoice('at', '')
/** By its number, where a channel was asked for too. */
const shown = computed({
  get: () => store.then?.version ?? store.version!,
  set: (version) => (asked.value = version),
})
const options = useVersionOptions(() => [
  ...new Set([shown.value, ...(releases.value?.releases ?? []).map(({ version }) => version)]),
])
/** Where the same is as it is now: what was set of it stays. */
const now = computed(() => ({ path: route.path, query: { ...route.query, at: undefined } }))
</script>

<template>
  <section class="then" aria-label="The version that is looked at">
    <p class="sentence">
      The shelf of version <Choice v-model="shown" label="Version" :options /><template v-if="store.then"
        >, as it went out {{ ago(store.then.made_at)
        }}<template v-if="!store.then.isSaidThen"
          >; words and examples are those of now, since this version did not keep its own</template
        ></template
      >. Try what you like: it stays as it was.
    </p>
    <NuxtLink class="link" :to="{ path: `/${store.slug}/registry`, query: { version: shown } }"
      >Its notes and how to install it</NuxtLink
    >
    <NuxtLink class="act" :to="now">To the shelf as it is now</NuxtLink>
  </section>
</template>

<style scoped>
.then {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 20px;
  padding: 6px 24px;
  border-bottom: 1px solid var(--rule);
  background: var(--kelp-wash);
}
.sentence {
  flex: 1;
}
</style>
