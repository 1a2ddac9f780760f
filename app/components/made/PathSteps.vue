<script setup lang="ts">
import type { Sources } from '~~/core/made/sources'
import type { Dress, Found } from '~~/core/style/found'
import type { Path } from '~~/core/style/trace'

/**
 * The way a custom property came: who set it where, or the fallback, or nothing; and what that asks for in
 * turn.
 */
const { path, chain, sources, library } = defineProps<{
  path: Path<Found>
  chain: Dress['chain']
  sources: Sources
  library: string
}>()
const fed = computed(() => (path.is === 'set' && path.winner.attached ? sources.feeds(path.name) : undefined))
const tokens = computed(() => (path.is === 'set' ? sources.tokensBehind(path.winner, path.name) : []))
</script>

<template>
  <div class="step small">
    <span class="code">{{ path.name }}</span>
    <template v-if="path.is === 'set'">
      is <span class="code">{{ path.winner.value }}</span>, set
      {{ path.at === 0 ? 'on the element itself' : ''
      }}<span v-if="path.at > 0"
        >on <span class="code">{{ chain[path.at]?.label }}</span></span
      >
      by
      <FoundPlace
        :found="path.winner"
        :who="sources.sayWho(path.winner)"
        :place="sources.placeOfFound(path.winner)"
        :library
      /><span v-if="fed">, fed by {{ fed.names.join(', ') || 'code' }}</span
      ><span v-if="path.over.length" class="muted">, over {{ plural(path.over.length, 'other') }}</span
      ><template v-for="(token, i) in tokens" :key="token"
        >{{ i === 0 ? ', the token ' : ', from ' }}
        <NuxtLink class="link code" :to="{ path: `/${library}/tokens`, query: { token } }">{{
          token
        }}</NuxtLink></template
      ></template
    >
    <template v-else-if="path.is === 'fallback'">
      is set nowhere, so its fallback <span class="code">{{ path.text }}</span> counts</template
    >
    <span v-else-if="path.is === 'circle'" class="bad"> asks for itself again, and comes to nothing</span>
    <span v-else class="bad">
      is set nowhere and has no fallback<template v-if="path.near"
        >. Is <span class="code">{{ path.near }}</span> meant?</template
      ></span
    >
    <PathSteps
      v-for="asked in path.is === 'set' || path.is === 'fallback' ? path.asks : []"
      :key="asked.name"
      :path="asked"
      :chain
      :sources
      :library
    />
  </div>
</template>

<style scoped>
.step {
  padding-left: 12px;
  border-left: 1px solid var(--rule);
  margin: 2px 0;
}
</style>
