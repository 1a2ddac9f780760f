<script lang="ts">
/** Sizes of renderings that were seen, by component and theme. */
const sizes = new Map<string, { width: number; height: number }>()
</script>

<script setup lang="ts">
import { bareSurround } from '~~/core/surround'
import { kindTitle } from '~~/core/contract/contract'
import type { Hit } from '~~/core/find/find'
import type { Standing } from '~~/core/wire'
import { forFrame, modulesFor } from '~~/core/code/showing'

/** One component on its plank: rendered, with its label under it. */
const { standing, theme, host, hit } = defineProps<{
  standing: Standing
  theme: string
  host: string
  hit?: Hit | undefined
}>()
const store = useLibrary()
const root = useTemplateRef<HTMLElement>('root')
const { live, settled } = useNearness(root)
/** How large its rendering was, so that its place stays as it is while it is out of sight. */
const size = computed(() => sizes.get(`${standing.tag} ${theme}`))
function sized(width: number, height: number) {
  sizes.set(`${standing.tag} ${theme}`, { width, height })
  settled()
}

const { faceOf, isTrying, report } = useFirstShowing()
const usage = computed(() => faceOf(standing))
const modules = computed(() => modulesFor(standing.tag, usage.value, store.moduleOf))
const target = computed(() =>
  modules.value
    ? {
        tag: standing.tag,
        modules: modules.value,
        usage: forFrame(usage.value, (tag) => store.find(tag)?.contract, standing.tag),
        listen: [],
      }
    : undefined,
)
const members = computed(() => store.wanting(standing.contract).length)
const missing = computed(() => store.missing(standing).length)
const differs = computed(() =>
  standing.contract.members.reduce((sum, member) => sum + member.disagreements.length, 0),
)
const stale = computed(() => !standing.rendering.module)
</script>

<template>
  <article class="item">
    <div ref="root" class="object">
      <PreviewFrame
        v-if="live && target"
        class="inert"
        :target
        :css="store.css"
        :preview="store.library!.preview"
        :host
        :title="store.title(standing.tag)"
        :surround="bareSurround(theme)"
        :tallest="118"
        :quiet="isTrying(standing)"
        @sized="sized"
        @looked="(looked) => report(standing, usage, looked)"
        @failed="settled"
      />
      <div v-else-if="target && size" :style="{ width: `${size.width}px`, height: `${size.height}px` }" />
      <p v-else-if="stale && !target" class="small bad">
        Does not compile: {{ standing.rendering.problems[0]?.what }}
      </p>
    </div>
    <div class="label">
      <h3>
        <Mark :name="standing.status" />{{ ' ' }}
        <NuxtLink :to="`/${store.slug}/${standing.tag}`" class="whole">{{
          store.title(standing.tag)
        }}</NuxtLink>
      </h3>
      <div class="code muted">{{ standing.tag }}</div>
      <div v-if="hit?.excerpt || hit?.member" class="small hit">
        <template v-if="hit.member"
          ><MarkedText :pieces="hit.title" />{{ ' ' }}
          <span class="muted">{{ kindTitle(hit.member.split(':')[0]!) }}</span></template
        >{{ ' ' }}
        <span v-if="hit.excerpt" class="muted"><MarkedText :pieces="hit.excerpt" /></span>
      </div>
      <div v-else-if="stale && target" class="small bad">
        shown as built {{ ago(standing.rendering.lastGood!.made_at) }}
      </div>
      <div v-else-if="differs" class="small bad">
        <Mark name="differs" label="differs" /> {{ plural(differs, 'comment') }}
        {{ differs === 1 ? 'differs' : 'differ' }} from the code
      </div>
      <div v-else-if="missing" class="small gap">{{ missing }} without words</div>
      <div v-else class="small muted">
        {{
          standing.contract.uses.length
            ? `uses ${plural(standing.contract.uses.length, 'other')}`
            : `${members} members`
        }}
      </div>
    </div>
  </article>
</template>

<style scoped>
.item {
  content-visibility: auto;
  contain-intrinsic-size: auto 190px auto 205px;
  position: relative;
  min-width: 150px;
  max-width: 100%;
}
/* the whole place is the link */
.whole::after {
  content: '';
  position: absolute;
  inset: 0;
}
.whole:focus-visible {
  outline: none;
}
.item:has(.whole:focus-visible) {
  outline: 2px solid var(--kelp);
  outline-offset: 4px;
}
.object {
  height: 131px;
  display: flex;
  align-items: flex-end;
  padding: 12px 28px 12px 0;
  border-bottom: 1.5px solid var(--ink);
  max-width: 420px;
}
.item:hover .object {
  border-bottom-color: var(--kelp);
  box-shadow: 0 2px 0 var(--kelp);
}
.inert {
  pointer-events: none;
  flex: none;
}
.hit {
  max-width: 230px;
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.label {
  padding: 7px 16px 12px 0;
}
h3 {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 15px;
}
.code {
  font-size: 11px;
}
</style>
