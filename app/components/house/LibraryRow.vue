<script setup lang="ts">
import { componentTitle } from '~~/core/contract/contract'
import type { LibraryListed } from '~~/core/wire'

/** A library among others: what it is called, how it stands, and what of it was looked for. */
const { library, found } = defineProps<{ library: LibraryListed; found: string[] }>()
const account = useAccount()

/** Spines that are drawn of one library, and components that are named, at most. */
const [mostSpines, mostNamed] = [80, 12]
const waiting = computed(() => {
  if (library.isBusy) return 'source is being brought in'
  if (!library.components.length) return 'nothing on the shelf yet'
  if (!library.latest) return 'nothing published yet'
  if (!library.changesSince) return 'nothing waits to be published'
  return `${plural(library.changesSince, 'component differs', 'components differ')} from it`
})
const role = computed(() => library.role ?? (account.person?.administrator ? 'administrator' : 'visitor'))
const readers = computed(
  () =>
    ({ staff: 'for its staff', accounts: 'open to everybody here', anyone: 'open to everybody' })[
      library.readers
    ],
)
const titleOf = (tag: string) => componentTitle(tag, library.prefix)
</script>

<template>
  <article :aria-label="library.title">
    <NuxtLink :to="`/${library.slug}`" class="library">
      <span class="head"
        ><b class="title">{{ library.title }}</b> <span class="code muted">{{ library.package }}</span></span
      >
      <span class="standing small"
        ><span class="code">{{ library.latest ?? 'no version' }}</span
        >{{ ' ' }}
        <span :class="library.changesSince || library.isBusy ? 'gap' : 'muted'">{{ waiting }}</span>{{ ' ' }}
        <span class="muted role">{{ role }}, {{ readers }}</span></span
      >
      <span class="plank" role="img" :aria-label="plural(library.components.length, 'component')"
        ><span
          v-for="tag in library.components.slice(0, mostSpines)"
          :key="tag"
          class="spine"
          :class="{ found: found.includes(tag) }"
          :title="titleOf(tag)"
        /><span v-if="library.components.length > mostSpines" class="small muted more"
          >and {{ library.components.length - mostSpines }} more</span
        ></span
      >
    </NuxtLink>
    <p v-if="found.length" class="found small">
      <NuxtLink
        v-for="tag in found.slice(0, mostNamed)"
        :key="tag"
        class="link"
        :to="`/${library.slug}/${tag}`"
        >{{ titleOf(tag) }}</NuxtLink
      >
      <span v-if="found.length > mostNamed" class="muted">and {{ found.length - mostNamed }} more</span>
    </p>
  </article>
</template>

<style scoped>
.library {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 24px;
  align-items: baseline;
}
.title {
  font: 500 22px/28px var(--name);
}
.library:hover .title {
  color: var(--kelp);
}
.standing {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.plank {
  grid-column: 1 / -1;
  display: flex;
  align-items: flex-end;
  gap: 2px;
  min-height: 30px;
  overflow: hidden;
  border-bottom: 1.5px solid var(--ink);
}
.spine {
  flex: none;
  width: 9px;
  height: 26px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-bottom: 0;
}
.spine.found {
  background: var(--kelp);
  border-color: var(--kelp);
}
.library:hover .spine {
  border-color: var(--kelp);
}
.more {
  margin-left: 8px;
  white-space: nowrap;
}
.found {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding-top: 6px;
}
@media (max-width: 700px) {
  .library {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
