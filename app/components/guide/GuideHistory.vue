<script setup lang="ts">
import { kindTitle, memberTitle } from '~~/core/contract/contract'
import { historySchema, type History } from '~~/core/wire'

/** The versions a component came, changed and went with. */
const { tag } = defineProps<{ tag: string }>()
const store = useLibrary()
const history = ref<History>()
watch(
  [() => tag, () => store.releaseStamp],
  async ([now]) => {
    const found = await ask(historySchema, `/libraries/${store.slug}/components/${now}/history`).catch(
      () => undefined,
    )
    if (now === tag) history.value = found
  },
  { immediate: true },
)
const dayOf = (moment: Date) =>
  moment.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
</script>

<template>
  <section v-if="history" class="related" aria-label="History">
    <h2 class="ruled">History</h2>
    <p v-if="!history.length" class="muted">It is in no version yet.</p>
    <dl v-else>
      <template v-for="version in history" :key="version.version">
        <dt>
          <NuxtLink class="link code" :to="`/${store.slug}/registry`">{{ version.version }}</NuxtLink>{{
            ' '
          }}
          <span class="small muted">{{ dayOf(version.made_at) }}</span>
        </dt>
        <dd>
          <template v-if="version.change === 'new'">It came with this version.</template
          ><template v-else-if="version.change === 'gone'">It was taken out.</template>
          <template v-for="(member, i) in version.members" v-else :key="i"
            ><template v-if="i">, </template>{{ member.change }}: {{ kindTitle(member.member.kind) }}
            <code>{{ memberTitle(member.member) }}</code></template
          >
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.related {
  display: grid;
  gap: 6px;
}
dl {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 6px 16px;
  margin: 0;
}
dd {
  margin: 0;
}
</style>
