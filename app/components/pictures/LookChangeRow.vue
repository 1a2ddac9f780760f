<script setup lang="ts">
import type { LookChange } from '~~/core/wire'

/**
 * A component that looks otherwise than in a version: both pictures, what differs, why, what is said of it.
 * `open` is how many changes of the component nobody has judged, where they are to be accepted together.
 */
const { change, version, isCurrent, isBusy, open } = defineProps<{
  change: LookChange
  version: string
  isCurrent: boolean
  isBusy: boolean
  open: number
}>()
const emit = defineEmits<{ judge: [accepted: boolean | null]; acceptAll: [] }>()
const store = useLibrary()
const row = useTemplateRef<HTMLElement>('row')
/** Brings it to where somebody looks, and the focus to it. */
function bring() {
  row.value?.focus({ preventScroll: true })
  row.value?.scrollIntoView({ block: 'center' })
}
defineExpose({ bring })

const said = computed(() => {
  const { verdict } = change
  if (!verdict) return ''
  const by = verdict.by ?? 'somebody who has left'
  return `${verdict.accepted ? 'Accepted' : 'Not meant'}, says ${by}, ${ago(verdict.made_at)}`
})
const live = computed(() => ({
  path: `/${store.slug}/${change.tag}/compare`,
  query: { left: `version:${version}`, right: 'face', in: change.theme, beside: change.theme },
}))
</script>

<template>
  <section
    ref="row"
    class="change"
    tabindex="-1"
    :aria-label="`${store.title(change.tag)}, ${situationOf(change)}, ${store.themeTitle(change.theme)}`"
    :aria-current="isCurrent ? 'true' : undefined"
  >
    <header>
      <h2>
        <NuxtLink :to="`/${store.slug}/${change.tag}`">{{ store.title(change.tag) }}</NuxtLink>{{ ' '
        }}<span class="small muted">{{ situationOf(change) }} in {{ store.themeTitle(change.theme) }}</span>
      </h2>
      <p class="small">
        <template v-if="change.verdict"
          ><Mark
            :name="change.verdict.accepted ? 'seen' : 'not found'"
            label=""
            :class="change.verdict.accepted ? 'good' : 'bad'"
          />
          {{ said }}</template
        >
        <template v-if="store.may.keep">
          <button v-if="open > 1" type="button" class="link" :disabled="isBusy" @click="emit('acceptAll')">
            Accept all {{ count(open) }} of {{ store.title(change.tag) }}
          </button>
          <button
            v-if="change.verdict"
            type="button"
            class="link"
            :disabled="isBusy"
            @click="emit('judge', null)"
          >
            Take back
          </button>
          <template v-else>
            <button type="button" class="act" :disabled="isBusy" @click="emit('judge', true)">
              Accept <span v-if="isCurrent" class="key">a</span>
            </button>
            <button type="button" class="act" :disabled="isBusy" @click="emit('judge', false)">
              Not meant <span v-if="isCurrent" class="key">n</span>
            </button>
          </template>
        </template>
      </p>
    </header>
    <div class="shown">
      <div class="three">
        <figure>
          <PictureView :change side="before" />
          <figcaption class="small muted">in {{ version }}</figcaption>
        </figure>
        <figure>
          <PictureView :change side="now" />
          <figcaption class="small muted">on the shelf</figcaption>
        </figure>
        <figure>
          <PictureView :change side="now" is-marked />
          <figcaption class="small muted">
            {{ plural(change.pixels, 'pixel') }} {{ change.pixels === 1 ? 'differs' : 'differ' }},
            <NuxtLink class="link" :to="live">both live</NuxtLink>
          </figcaption>
        </figure>
      </div>
      <LookReasons v-if="change.reasons.length" :reasons="change.reasons" />
      <p v-else class="muted">Nothing in its markup, rules or tokens tells why.</p>
    </div>
  </section>
</template>

<style scoped>
.change {
  padding: 12px 24px 14px 21px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}
.change[aria-current] {
  border-left-color: var(--kelp);
}
.change:focus {
  outline: none;
}
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 4px 16px;
  flex-wrap: wrap;
}
header p {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.shown {
  display: grid;
  grid-template-columns: minmax(0, auto) minmax(300px, 1fr);
  gap: 8px 32px;
  align-items: start;
}
.three {
  display: flex;
  flex-wrap: wrap;
  gap: 20px;
  padding: 10px 4px 0;
}
figure {
  margin: 0;
}
figcaption {
  padding-top: 6px;
}
@media (max-width: 1000px) {
  .shown {
    grid-template-columns: 1fr;
  }
}
</style>
