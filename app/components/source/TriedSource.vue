<script setup lang="ts">
import { firstUsage, forFrame, modulesFor } from '~~/core/code/showing'
import type { Problem } from '~~/core/problem'
import { plainSurround } from '~~/core/surround'
import type { Tried } from '~~/core/wire'

/** What a text comes to: the component rendered as it is written, and what of its contract differs. */
const { tag, path, tried, isChanged, isTrying, wrong } = defineProps<{
  tag: string
  path: string
  tried: Tried | undefined
  isChanged: boolean
  isTrying: boolean
  wrong: Problem[]
}>()
const store = useLibrary()
const standing = computed(() => store.find(tag))
const lastModule = ref<string>()
watch(
  () => tried?.shown?.module,
  (now) => {
    if (now) lastModule.value = now
  },
)
watch(
  () => path,
  () => {
    lastModule.value = undefined
  },
)
const module = computed(
  () => (isChanged ? (tried?.shown?.module ?? lastModule.value) : undefined) ?? store.moduleOf(tag),
)
const contract = computed(() => (isChanged ? tried?.shown?.contract : undefined) ?? standing.value?.contract)
const { faceOf } = useFirstShowing()
const target = computed(() => {
  if (!contract.value || !module.value) return undefined
  const usage = standing.value ? faceOf(standing.value) : firstUsage(contract.value, store.title(tag))
  const modules = modulesFor(tag, usage, (other) => (other === tag ? module.value : store.moduleOf(other)))
  return (
    modules && {
      tag,
      modules,
      usage: forFrame(usage, (other) => (other === tag ? contract.value : store.find(other)?.contract), tag),
      listen: [],
    }
  )
})
const theme = useAddressChoice('theme', store.baseTheme)
const failed = ref<string>()
watch([module, () => path], () => {
  failed.value = undefined
})
</script>

<template>
  <section class="side" aria-label="What it comes to">
    <p class="sentence">
      <NuxtLink class="link" :to="`/${store.slug}/${tag}`">{{ store.title(tag) }}</NuxtLink>
      {{ isChanged ? 'as it is written here' : 'as it stands' }}, in
      <Choice v-model="theme" label="Theme" :options="store.themeChoices" /><template v-if="standing?.face"
        >, as on the shelf</template
      >.
    </p>
    <div class="ground">
      <PreviewFrame
        v-if="target"
        :key="module"
        :target
        :css="store.css"
        :preview="store.library!.preview"
        :title="`${store.title(tag)} as it is written`"
        :surround="plainSurround(theme)"
        @failed="failed = $event.text"
      />
      <p v-else class="nothing muted">
        There is no rendering yet: {{ wrong[0]?.what ?? 'it was never built.' }}
      </p>
      <p v-if="failed" class="small bad over" role="alert">It failed: {{ failed }}</p>
      <p v-else-if="isChanged && wrong.length && lastModule" class="small muted over">
        What is shown is the last that built.
      </p>
    </div>
    <ContractDifferences :is-changed="isChanged" :is-trying="isTrying" :tried :before="standing?.contract" />
  </section>
</template>

<style scoped>
.side {
  border-left: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.side .sentence {
  padding: 8px 20px;
  border-bottom: 1px solid var(--rule-soft);
}
.ground {
  flex: 1;
  min-height: 160px;
  position: relative;
  background: var(--sheet);
}
.nothing {
  padding: 24px 20px;
}
.over {
  position: absolute;
  inset: auto 0 0;
  padding: 6px 20px;
  background: var(--sheet);
  border-top: 1px solid var(--rule);
}
@media (max-width: 900px) {
  .side {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
  .ground {
    height: 300px;
    flex: none;
  }
}
</style>
