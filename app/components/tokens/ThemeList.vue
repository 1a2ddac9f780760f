<script setup lang="ts">
import { directionAxis } from '~~/core/tokens/axis'
import { mayBuildOn } from '~~/core/tokens/theme-list'
import type { Theme } from '~~/core/tokens/themes'
import { tokensOf } from '~~/core/tokens/document'
import { themeAxes } from '~~/core/tokens/regions'

/** The themes of a library in their order: what each is called and built on; made, moved and deleted. */
const { themes, problems, make, change, bringIn, combine, remove } = useThemes()
const store = useLibrary()
const keeps = computed(() => store.may.keep)
const isOpen = ref(false)
const title = ref('')
const on = ref('')
const like = ref<string | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')
const opener = useTemplateRef<HTMLButtonElement>('opener')
const counts = computed(
  () => new Map(themes.value.map(({ name, document }) => [name, tokensOf(document).length])),
)
const titleOf = (name: string | null) => themes.value.find((theme) => theme.name === name)?.title ?? ''
const groundsOf = (theme: Theme) =>
  themes.value
    .filter(({ name }) => mayBuildOn(themes.value, theme, name))
    .map((theme) => ({ value: theme.name, title: theme.title }))
/** The axes along which themes of this library combine. */
const axes = computed(() => [...themeAxes(themes.value).keys()])
const all = computed(() => themes.value.map((theme) => ({ value: theme.name, title: theme.title })))

const isBringing = ref(false)
const bringer = useTemplateRef<HTMLButtonElement>('bringer')
function stopBringing() {
  isBringing.value = false
  void nextTick(() => bringer.value?.focus())
}
function open() {
  on.value = store.baseTheme
  title.value = ''
  like.value = null
  isOpen.value = true
  void nextTick(() => field.value?.focus())
}
function close() {
  isOpen.value = false
  void nextTick(() => opener.value?.focus())
}
async function add() {
  if (await make({ title: title.value, on: on.value, like: like.value })) close()
}
</script>

<template>
  <section aria-label="Themes">
    <h2>Themes</h2>
    <ol>
      <li v-for="(theme, i) in themes" :key="theme.name" :aria-label="theme.title">
        <div class="line">
          <input
            v-if="keeps"
            class="field title"
            :value="theme.title"
            :aria-label="`Title of ${theme.title}`"
            @change="change(theme, { title: ($event.target as HTMLInputElement).value })"
          />
          <span v-else>{{ theme.title }}</span>
          <span class="small muted"
            >{{ plural(counts.get(theme.name)!, 'token') }}{{ theme.on ? ' of its own' : ', the base' }}</span
          >
        </div>
        <div class="line small">
          <span v-if="theme.on"
            >on
            <Choice
              v-if="keeps"
              :model-value="theme.on"
              :label="`${theme.title} is built on`"
              :options="groundsOf(theme)"
              @update:model-value="change(theme, { on: $event ?? undefined })"
            /><template v-else>{{ titleOf(theme.on) }}</template></span
          >
          <template v-if="keeps">
            <button
              v-if="i > 0"
              type="button"
              class="link"
              :aria-label="`Move ${theme.title} before ${themes[i - 1]!.title}`"
              @click="change(theme, { place: i - 1 })"
            >
              earlier
            </button>
            <button
              v-if="theme.on"
              type="button"
              class="link"
              :aria-label="`Delete ${theme.title}`"
              @click="remove(theme, i)"
            >
              delete
            </button>
          </template>
        </div>
        <ThemeCondition
          v-if="theme.on && theme.axis !== directionAxis"
          :when="theme.when ?? null"
          :axis="theme.axis ?? null"
          :title="theme.title"
          :keeps
          @change="bringIn(theme, $event)"
        />
        <ThemeAxis
          v-if="theme.on"
          :axis="theme.axis ?? null"
          :title="theme.title"
          :name="theme.name"
          :keeps
          :axes
          @change="combine(theme, $event)"
        />
      </li>
    </ol>
    <ProblemList :problems="problems" />
    <template v-if="keeps">
      <div v-if="!isOpen" class="line">
        <button ref="opener" type="button" class="act" @click="open">Add a theme …</button>
        <button v-if="!isBringing" ref="bringer" type="button" class="act" @click="isBringing = true">
          Bring in token files …
        </button>
      </div>
      <form v-else aria-label="A new theme" @submit.prevent="add" @keydown.esc="close">
        <p class="sentence small">
          <input ref="field" v-model="title" class="field title" aria-label="Title of the new theme" />
          is built on <Choice v-model="on" label="The new theme is built on" :options="all" /> and begins
          <Choice
            v-model="like"
            label="The new theme begins"
            :options="[
              { value: null, title: 'with nothing of its own' },
              ...all.map(({ value, title: name }) => ({ value, title: `like ${name}` })),
            ]"
          />.
        </p>
        <div class="line">
          <button type="submit" class="act main" :disabled="!title.trim()">Add it</button>
          <button type="button" class="act" @click="close">Close</button>
        </div>
      </form>
      <TokenSets v-if="isBringing" @close="stopBringing" />
    </template>
  </section>
</template>

<style scoped>
section {
  padding-bottom: 16px;
  margin-bottom: 16px;
  border-bottom: 1px solid var(--rule);
}
ol {
  list-style: none;
  margin: 4px 0 10px;
  padding: 0;
}
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.line {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.title {
  width: 160px;
}
</style>
