<script setup lang="ts">
import type { Standing } from '~~/core/wire'

/** The head of a component's pages: name, tag, status, and the views there are. */
const views = {
  bench: 'Bench',
  spread: 'Spread',
  compare: 'Compare',
  made: 'Made of',
  states: 'States',
  accessible: 'Accessibility',
  isolation: 'Isolation',
  guide: 'Guide',
} as const
const { standing, view } = defineProps<{
  standing: Standing
  view: keyof typeof views | 'source'
}>()
const store = useLibrary()
const { copy, copied } = useCopy()
const router = useRouter()
const pathOf = (name: string) => `/${store.slug}/${standing.tag}${name === 'bench' ? '' : `/${name}`}`
/** Of a version those that show versions: what was worked out since is of the shelf as it is now. */
const shownViews = computed(() =>
  Object.entries(views).filter(([name]) => store.isNow || showsVersions(router.resolve(pathOf(name)))),
)
</script>

<template>
  <Spines :tag="standing.tag" />
  <div class="head">
    <h1>{{ store.title(standing.tag) }}</h1>
    <button type="button" class="code muted tag" :title="`Copy ${standing.tag}`" @click="copy(standing.tag)">
      {{ copied ? 'copied' : standing.tag }}
    </button>
    <span class="small"
      ><Mark :name="standing.status" /> {{ standing.status
      }}<template v-if="standing.contract.sharing"
        >, <span class="muted">{{ standing.contract.sharing }}</span></template
      ></span
    >
    <nav class="views" aria-label="Views of this component">
      <NuxtLink
        v-for="[name, title] in shownViews"
        :key="name"
        :to="pathOf(name)"
        :class="{ on: view === name }"
        :aria-current="view === name ? 'page' : undefined"
        >{{ title }}</NuxtLink
      >
      <NuxtLink
        v-if="store.isNow"
        :to="{ path: `/${store.slug}/source`, query: { path: standing.contract.files[0], of: standing.tag } }"
        :class="{ on: view === 'source' }"
        >Source</NuxtLink
      >
    </nav>
    <span v-if="standing.contract.uses.length" class="small muted"
      >Uses
      <template v-for="(use, i) in standing.contract.uses" :key="use.tag"
        ><template v-if="i">, </template
        ><NuxtLink class="link" :to="`/${store.slug}/${use.tag}`">{{
          store.title(use.tag)
        }}</NuxtLink></template
      ></span
    >
    <span class="small muted keys">Neighbours <span class="key">[</span> <span class="key">]</span></span>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  padding: 14px 24px 10px;
  border-bottom: 1px solid var(--rule);
  flex: none;
}
.tag {
  border: 0;
  background: none;
  padding: 0;
  cursor: pointer;
}
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  margin-left: 26px;
}
.views a {
  color: var(--muted);
  padding-bottom: 2px;
  border-bottom: 2px solid transparent;
}
.views a.on {
  color: var(--ink);
  border-color: var(--kelp);
}
.keys {
  margin-left: auto;
}
</style>
