<script setup lang="ts">
import { forFrame, modulesFor } from '~~/core/code/showing'
import type { LibraryPair } from '~~/core/contrast/gather'
import { isUnreadable } from '~~/core/contrast/pair'
import { effectOf, mendsFor, type PairMend, type ToMend } from '~~/core/contrast/mends'
import { usageIn } from '~~/core/variants/situation'
import { bareSurround } from '~~/core/surround'
import { typedValue } from '~~/core/tokens/resolve'

/** What would make a pair read: tried on the component as soon as it is chosen, kept with one press. */
const { pair, toMend } = defineProps<{ pair: LibraryPair; toMend: ToMend }>()
const emit = defineEmits<{ mend: [mend: PairMend]; close: [] }>()
const store = useLibrary()
const host = frameName()
const group = useId()
const mends = computed(() => (isUnreadable(pair) ? mendsFor(pair, toMend) : []))
const chosen = shallowRef<PairMend>()
const effect = computed(() => chosen.value && effectOf(chosen.value, toMend))
const titleOf = ({ token, value }: PairMend) => `${token} becomes ${value}`
const isChosen = (mend: PairMend) => chosen.value !== undefined && titleOf(chosen.value) === titleOf(mend)

/** Shows a value on every rendering, before it is kept. */
function choose(mend: PairMend) {
  drop()
  const typed = typedValue(mend.value, 'color')
  if (!typed.ok) return
  chosen.value = mend
  store.draftToken({ theme: mend.theme, path: mend.token, value: typed.value })
}
function drop() {
  if (chosen.value) store.dropDraft({ theme: chosen.value.theme, path: chosen.value.token })
  chosen.value = undefined
}
onUnmounted(drop)

const first = computed(() => pair.places[0]!)
const { saved } = useExamples(computed(() => first.value.tag))
const { faceOf } = useFirstShowing()
const target = computed(() => {
  const { tag, situation } = first.value
  const standing = store.find(tag)
  if (!standing || !store.moduleOf(tag)) return undefined
  const usage = usageIn(situation, standing.contract, faceOf(standing), saved.value)
  const modules = modulesFor(tag, usage, store.moduleOf) ?? []
  return { tag, modules, usage: forFrame(usage, (other) => store.find(other)?.contract, tag), listen: [] }
})
const sayThemes = (names: readonly string[]) => names.map(store.themeTitle).join(' and ')
</script>

<template>
  <div class="mends">
    <div class="ways">
      <fieldset v-if="mends.length">
        <legend class="small muted">
          What would make it read, in {{ store.themeTitle(pair.theme) }}, on all that it is seen with there
        </legend>
        <label v-for="mend in mends" :key="titleOf(mend)" class="way">
          <input
            type="radio"
            :name="group"
            :checked="isChosen(mend)"
            :disabled="!store.may.write"
            @change="choose(mend)"
          />
          <span
            ><span class="code">{{ mend.token }}</span> becomes
            <PaintedValue v-if="mend.value === mend.css" :value="mend.css" /><template v-else
              ><span class="code">{{ mend.value }}</span
              >, <PaintedValue :value="mend.css" /></template
            >{{ ' '
            }}<span class="small muted"
              >{{ mend.value === mend.css ? 'the nearest of its hue, ' : '' }}ΔE
              {{ mend.distance.toFixed(1) }} away</span
            ></span
          >
        </label>
      </fieldset>
      <p v-else-if="isUnreadable(pair)" class="small">
        {{
          pair.by || pair.groundBy
            ? 'No one colour reads on everything that this token is seen with. Give what is painted here a token of its own.'
            : 'Neither colour comes by a token. Change the source, or have it read a token.'
        }}
      </p>
      <p v-if="effect" class="small" role="status">
        With it {{ plural(effect.mended.length, 'pair reads', 'pairs read') }} that
        {{ effect.mended.length === 1 ? 'does' : 'do' }} not now<template v-if="effect.broken.length"
          >, and
          <span class="bad">{{
            plural(effect.broken.length, 'pair does no longer', 'pairs do no longer')
          }}</span>:
          {{
            effect.broken
              .map((broken) => `${broken.text} on ${broken.ground} in ${store.themeTitle(broken.theme)}`)
              .join(', ')
          }}</template
        >.
        <template v-if="effect.tokens.length"
          >{{ capital(plural(effect.tokens.length, 'other token')) }}
          {{ effect.tokens.length === 1 ? 'follows' : 'follow' }}:
          <span class="code">{{ effect.tokens.slice(0, 6).join(', ') }}</span><template
            v-if="effect.tokens.length > 6"
          >
            and more</template
          >.</template
        >
        <template v-if="effect.themes.length"> It changes {{ sayThemes(effect.themes) }} too.</template>
      </p>
      <p v-if="mends.length && store.may.write" class="acts">
        <button type="button" class="act" :disabled="!chosen" @click="emit('mend', chosen!)">
          {{ store.worn ? `Try in “${store.worn.name}”` : 'Save' }}
        </button>
        <button type="button" class="link" @click="emit('close')">Cancel</button>
      </p>
      <p v-if="isUnreadable(pair)" class="small">
        <NuxtLink
          class="link"
          :to="{ path: `/${store.slug}/findings`, query: { rule: 'contrast', of: pair.places[0]!.tag } }"
          >Waive it, with a reason, among the findings</NuxtLink
        >
      </p>
      <div class="places">
        <p class="small muted">Seen here:</p>
        <ul>
          <li v-for="(place, i) in pair.places" :key="i" class="small prose-line">
            <NuxtLink class="link" :to="`/${store.slug}/${place.tag}`">{{
              store.title(place.tag)
            }}</NuxtLink>, {{ place.situation }}: <span class="code">{{ place.at }}</span>
            <template v-if="place.says"> “{{ place.says }}”</template>
          </li>
          <li v-if="pair.count > pair.places.length" class="small muted">
            and {{ pair.count - pair.places.length }} more
          </li>
        </ul>
      </div>
    </div>
    <div v-if="target" class="live">
      <p class="small muted">
        {{ store.title(target.tag) }}, {{ first.situation }}, in {{ store.themeTitle(pair.theme)
        }}{{ chosen ? ', as it would be' : '' }}
      </p>
      <PreviewFrame
        :target
        :css="store.css"
        :preview="store.library!.preview"
        :host
        :title="`${store.title(target.tag)} in ${store.themeTitle(pair.theme)}`"
        :surround="bareSurround(pair.theme)"
        :tallest="160"
      />
    </div>
  </div>
</template>

<style scoped>
.mends {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 24px;
  padding: 4px 0 14px 112px;
}
.ways {
  display: grid;
  gap: 8px;
  align-content: start;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
.way {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 3px 0;
}
.acts {
  display: flex;
  gap: 12px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.live {
  border-left: 1px solid var(--rule);
  padding-left: 16px;
  overflow: hidden;
}
@media (max-width: 900px) {
  .mends {
    grid-template-columns: minmax(0, 1fr);
    padding-left: 0;
  }
}
</style>
