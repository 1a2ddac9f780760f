<script setup lang="ts">
import type { ReleasesView } from '~~/core/wire'

/** A component that differs from what is out: how much that weighs, and by what. */
defineProps<{ change: ReleasesView['changed'][number] }>()
const store = useLibrary()
const dress = { breaking: 'bad', additive: 'good', mend: '' } as const
</script>

<template>
  <div class="change">
    <Mark :name="change.weight" :label="change.weight" :class="dress[change.weight]" />
    <span class="word">{{ change.change }}</span>
    <NuxtLink v-if="change.change !== 'gone'" class="link" :to="`/${store.slug}/${change.tag}`">{{
      store.title(change.tag)
    }}</NuxtLink><span v-else>{{ store.title(change.tag) }}</span>
    <span class="code muted">{{ change.tag }}</span>
    <ul v-if="change.says.length" class="why">
      <li v-for="reason in change.says" :key="reason.member" class="small">
        <Mark :name="reason.weight" :label="reason.weight" :class="dress[reason.weight]" />
        <span class="code">{{ reason.says }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.change {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.why {
  flex-basis: 100%;
  margin: 0 0 6px;
  padding: 0 0 0 26px;
  list-style: none;
}
.why li {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
.word {
  width: 60px;
}
</style>
