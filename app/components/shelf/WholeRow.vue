<script lang="ts">
/** Heights of rows that were seen, so that a row's place stays as it is while it is out of sight. */
const heights = new Map<string, number>()
</script>

<script setup lang="ts">
import { forFrame, modulesFor } from '~~/core/code/showing'
import type { Sight } from '~~/core/contrast/vision'
import { plainSurround } from '~~/core/surround'
import type { Standing } from '~~/core/wire'

/** A component in some themes, side by side, rendered when it comes near. */
const { standing, themes, width, held, sight, css, host } = defineProps<{
  standing: Standing
  themes: readonly { name: string; title: string }[]
  width: number
  held: string
  sight: Sight
  /** The style sheet of the themes. */
  css: string
  host: string
}>()
const store = useLibrary()
const root = useTemplateRef<HTMLElement>('root')
const { live, settled } = useNearness(root)
const { faceOf } = useFirstShowing()
const usage = computed(() => faceOf(standing))
const modules = computed(() => modulesFor(standing.tag, usage.value, store.moduleOf))
const cells = computed(
  () =>
    modules.value && {
      tag: standing.tag,
      modules: modules.value,
      columns: themes.length,
      width,
      least: 72,
      cells: themes.map(({ name }) => ({
        id: name,
        usage: forFrame(usage.value, (tag) => store.find(tag)?.contract, standing.tag),
        surround: plainSurround(name, { padding: 12, held: held ? [held] : [], sight }),
      })),
    },
)
const key = computed(() => `${standing.tag} ${themes.length} ${width}`)
const failed = ref<string[]>([])
function laid(message: { height: number; failed: string[] }) {
  heights.set(key.value, message.height)
  failed.value = message.failed
  settled()
}
</script>

<template>
  <article class="row">
    <header>
      <h2>
        <NuxtLink :to="`/${store.slug}/${standing.tag}`">{{ store.title(standing.tag) }}</NuxtLink>
      </h2>
      <p class="small"><Mark :name="standing.status" /> {{ standing.status }}</p>
      <p v-if="failed.length" class="small bad">
        {{ failed.length === themes.length ? 'Fails in every theme.' : `Fails in ${failed.length}.` }}
      </p>
    </header>
    <div ref="root" class="cells" :style="{ minHeight: `${heights.get(key) ?? 96}px` }">
      <SheetFrame
        v-if="live && cells"
        class="inert"
        :cells
        :css
        :preview="store.library!.preview"
        :title="`${store.title(standing.tag)} in ${themes.map((theme) => theme.title).join(', ')}`"
        :text="100"
        :host
        @laid="laid"
        @failed="settled"
      />
      <p v-else-if="!modules" class="small bad">
        There is no rendering: {{ standing.rendering.problems[0]?.what ?? 'it was never built.' }}
      </p>
    </div>
  </article>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  border-bottom: 1px solid var(--rule);
  content-visibility: auto;
  contain-intrinsic-size: auto 97px;
}
header {
  padding: 12px 12px 12px 24px;
}
h2 {
  font-size: 15px;
  line-height: 20px;
}
h2 a:hover {
  color: var(--kelp);
}
.cells {
  border-left: 1px solid var(--rule);
  min-width: 0;
  overflow: hidden;
}
.inert {
  pointer-events: none;
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: 1fr;
  }
  header {
    padding: 8px 12px;
  }
}
</style>
