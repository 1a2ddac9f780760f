<script setup lang="ts">
import { isCalm } from '~~/core/problem'

definePageMeta({ visitors: true, versions: true })
const store = useLibrary()
const router = useRouter()
const { library, standing } = storeToRefs(store)
useHead({ title: () => `${library.value?.title} · Kept Shelf` })

const theme = useAddressChoice('theme', store.baseTheme)
const { which, status, by, said, hits, shown, bands, wordless, whichOptions } = useShelf()
/** What was left aside on purpose is told where it was brought in, and not each time. */
const unread = computed(() => (library.value?.revision?.problems ?? []).filter((problem) => !isCalm(problem)))
const host = frameName()
useKeys([
  {
    keys: 'n',
    does: 'begin a component',
    run: () => {
      if (store.may.write) void navigateTo(`/${store.slug}/begin`)
    },
  },
  { keys: 'b', does: 'bring in source', run: () => navigateTo(`/${store.slug}/bring-in`) },
])
</script>

<template>
  <main>
    <div class="lead">
      <p v-if="standing.length" class="sentence">
        <Choice v-model="which" label="Which components" :options="whichOptions" />{{ ' ' }}
        <template v-if="which === 'all'">components </template>of
        <Choice
          v-model="status"
          label="Status"
          :options="
            ['any', 'draft', 'trial', 'stable', 'deprecated'].map((value) => ({
              value,
              title: value === 'any' ? 'any status' : value,
            }))
          "
        />, speaking of
        <input
          v-model="said"
          class="said"
          type="search"
          aria-label="Speaking of"
          placeholder="anything"
          size="10"
          autocomplete="off"
          @keydown.escape="said = ''"
        />, dressed in <Choice v-model="theme" label="Theme" :options="store.themeChoices" />, by
        <Choice
          v-model="by"
          label="Order"
          :options="[
            { value: 'group', title: 'group' },
            { value: 'name', title: 'name' },
          ]"
        />.
        <template v-if="wordless"
          >{{ count(wordless).replace(/^./, (c) => c.toUpperCase()) }}
          {{ wordless === 1 ? 'has' : 'have' }} members without words.</template
        >
      </p>
      <div v-if="store.isNow" class="acts">
        <NuxtLink class="act" :to="`/${store.slug}/all`">See all at once</NuxtLink>{{ ' ' }}
        <NuxtLink class="act" :to="`/${store.slug}/starters`">Starters</NuxtLink>{{ ' ' }}
        <NuxtLink class="act" :to="`/${store.slug}/evidence`">Evidence</NuxtLink
        ><template v-if="store.may.write">
          <NuxtLink class="act" :to="`/${store.slug}/begin`">Begin a component</NuxtLink>{{ ' ' }}
          <NuxtLink class="act" :to="`/${store.slug}/bring-in`">Bring in source</NuxtLink></template
        >
      </div>
    </div>
    <details v-if="unread.length && store.isNow" class="unread" :open="unread.length < 3">
      <summary>
        {{ count(unread.length).replace(/^./, (c) => c.toUpperCase()) }}
        thing{{ unread.length === 1 ? '' : 's' }} could not be read or built.
      </summary>
      <ProblemList :problems="unread" :library="store.slug" />
    </details>
    <section v-for="band in bands" :key="band.name" class="band" :aria-label="band.name">
      <header>
        <h2>{{ band.name }}</h2>
        <div class="small muted">{{ band.total }} component{{ band.total === 1 ? '' : 's' }}</div>
        <template v-if="band.inWords !== undefined">
          <div class="share" :style="{ '--share': `${band.inWords * 100}%` }" />
          <div class="small muted">
            {{ band.inWords >= 1 ? 'all described' : `${Math.floor(band.inWords * 100)} % described` }}
          </div>
        </template>
      </header>
      <div class="row">
        <ShelfItem
          v-for="item in band.items"
          :key="item.tag"
          :standing="item"
          :theme
          :host
          :hit="hits?.get(item.tag)"
        />
      </div>
    </section>
    <div v-if="!standing.length" class="empty">
      <h2>The shelf is empty</h2>
      <p class="muted">
        Components stand here once their source is brought in: a folder, an archive, a Git repository or a
        package, with nothing added to it.
      </p>
      <p v-if="store.may.write">
        <NuxtLink class="act main" :to="`/${store.slug}/bring-in`">Bring in source</NuxtLink>{{ ' ' }}
        <NuxtLink class="act" :to="`/${store.slug}/begin`">Begin a component</NuxtLink>
      </p>
    </div>
    <p v-else-if="!shown.length" class="empty muted">
      None of the {{ count(standing.length) }} is like that.
      <button type="button" class="link" @click="router.replace({ query: { at: store.version } })">
        Show all
      </button>
    </p>
  </main>
</template>

<style scoped>
main {
  padding-bottom: 48px;
}
.lead {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 24px;
  padding: 14px 24px 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.said {
  border: 0;
  border-bottom: 1px dotted var(--kelp);
  background: none;
  font: 500 14px/20px var(--ui);
  color: var(--kelp);
  padding: 0 2px;
  border-radius: 0;
  field-sizing: content;
  min-width: 64px;
  max-width: 220px;
}
.said::placeholder {
  color: var(--kelp);
  opacity: 1;
}
.said::-webkit-search-cancel-button {
  display: none;
}
.unread {
  margin: 0 24px;
  border: 1px solid var(--rule);
  padding: 4px 12px;
  background: var(--sheet);
}
.unread summary {
  cursor: pointer;
  color: var(--rust);
}
.band {
  display: grid;
  grid-template-columns: 150px 1fr;
  padding: 0 24px;
  margin-bottom: 18px;
}
.band > header {
  padding-top: 12px;
  position: sticky;
  top: 0;
  align-self: start;
}
.band h2 {
  margin-bottom: 4px;
}
.share {
  height: 3px;
  width: 96px;
  margin: 8px 0 4px;
  background: linear-gradient(to right, var(--ink) var(--share), var(--rule) var(--share));
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: stretch;
  min-width: 0;
  row-gap: 10px;
}
/* the plank runs on to the end of the row */
.row::after {
  content: '';
  flex: 1;
  border-bottom: 1.5px solid var(--ink);
  height: 131px;
  min-width: 0;
}
.empty {
  padding: 48px 24px;
  display: grid;
  gap: 10px;
  justify-items: start;
  max-width: 520px;
}
@media (max-width: 700px) {
  .band {
    grid-template-columns: 1fr;
  }
  .band > header {
    position: static;
  }
  .lead {
    flex-wrap: wrap;
    padding: 12px;
  }
  .band {
    padding: 0 12px;
  }
}
</style>
