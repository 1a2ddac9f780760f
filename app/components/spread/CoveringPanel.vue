<script setup lang="ts">
import { combinations, type Axis } from '~~/core/spread/axes'
import { combinationKey, saySettings, type Combination } from '~~/core/variants/combination'
import { withCombination, withoutCombination, type NamedCombination } from '~~/core/spread/combinations'

/** What a covering set covers, how few renderings that takes, and the way to them. */
const { axes, coveredAxes, leftOut, wanted, never, covering, isSaving, tag } = defineProps<{
  axes: readonly Axis[]
  coveredAxes: readonly Axis[]
  leftOut: readonly NamedCombination[]
  wanted: readonly NamedCombination[]
  /** What must not be used, as the contract has it. */
  never: readonly Combination[]
  covering: ReturnType<typeof useCovering>
  isSaving: boolean
  tag: string
}>()
defineEmits<{ save: [] }>()
const covered = defineModel<string[]>('covered', { required: true })
const strength = defineModel<string>('strength', { required: true })
const out = defineModel<string>('out', { required: true })
const must = defineModel<string>('must', { required: true })
const isShown = defineModel<boolean>('shown', { required: true })
const store = useLibrary()
const popover = useTemplateRef<{ toggle: (event: Event) => void }>('popover')
const set = computed(() => covering.set.value)
function add(rule: 'never' | 'always', together: string[]) {
  const [to, from] = rule === 'never' ? [out, must] : [must, out]
  to.value = withCombination(to.value, together)
  // the same cannot be both
  from.value = withoutCombination(from.value, together.join('&'))
}
</script>

<template>
  <aside class="foot" aria-label="Covering set">
    <div>
      <p class="sentence">
        Every
        <Choice
          v-model="strength"
          label="Strength"
          :options="[
            { value: 'pair', title: 'pair' },
            { value: 'triple', title: 'triple' },
          ]"
        />
        of values of
        <Choices
          v-model="covered"
          label="Axes covered"
          :options="
            axes.map((axis) => ({
              value: axis.id,
              title: axis.title,
              note: plural(axis.values.length, 'value'),
            }))
          "
          none="nothing yet"
        />.
      </p>
      <p class="small muted">
        Never:
        <template v-for="combination in never" :key="combination.id"
          ><NuxtLink
            class="link"
            :to="`/${store.slug}/${tag}#${combinationKey(combination)}`"
            :title="combination.reason"
            >{{ saySettings(combination.settings) }}</NuxtLink
          >; </template
        ><CombinationList
          :rules="leftOut"
          :none="never.length ? 'nothing more' : 'nothing'"
          label="Do not leave out"
          @remove="out = withoutCombination(out, $event)"
        />. Always:
        <CombinationList
          :rules="wanted"
          none="nothing more"
          label="Do not ask for"
          @remove="must = withoutCombination(must, $event)"
        />.
        <button type="button" class="link" @click="popover?.toggle($event)">Add</button>
      </p>
      <Popup ref="popover" label="A combination that must not, or must, occur">
        <CombinationForm :axes="coveredAxes" @add="add" />
      </Popup>
    </div>
    <div role="status">
      <template v-if="set">
        <p>
          <span class="large">{{ set.rows.length }}</span>{{ ' ' }}
          <span class="sentence"
            >of {{ combinations(coveredAxes).toLocaleString('en-GB') }} renderings cover all
            {{ set.covered.toLocaleString('en-GB') }} {{ strength }}s</span
          >
        </p>
        <p class="small muted">
          No fewer than {{ set.lower }} can<template v-if="set.impossible"
            >; {{ plural(set.impossible, strength) }} cannot occur</template
          >.<template v-if="covering.busy.value">
            Looking for fewer …
            <button type="button" class="link" @click="covering.stop">Enough</button></template
          >
        </p>
      </template>
      <p v-else-if="covering.busy.value" class="muted">Working it out …</p>
      <p v-else class="muted">Choose what it should cover.</p>
    </div>
    <div class="acts">
      <button
        v-if="!isShown"
        type="button"
        class="act main"
        :disabled="!set?.rows.length"
        @click="isShown = true"
      >
        Show the {{ count(set?.rows.length ?? 0) }}
      </button>
      <template v-else
        ><button
          v-if="store.may.write"
          type="button"
          class="act main"
          :disabled="isSaving || !set?.rows.length"
          @click="$emit('save')"
        >
          {{ isSaving ? 'Saving …' : 'Save as examples' }}</button
        ><button type="button" class="act" @click="isShown = false">Show the spread</button></template
      >
    </div>
  </aside>
</template>

<style scoped>
.foot {
  position: sticky;
  bottom: 0;
  background: var(--sheet);
  border-top: 1px solid var(--ink);
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) auto;
  z-index: 2;
}
.foot > div {
  padding: 12px 24px;
  min-width: 0;
}
.foot > div + div {
  border-left: 1px solid var(--rule);
}
.large {
  font: 400 28px/32px var(--name);
}
.acts {
  display: flex;
  align-items: center;
  gap: 10px;
}
@media (max-width: 800px), (max-height: 500px) {
  /* where there is little room it stands below, and takes none from the renderings */
  .foot {
    position: static;
    grid-template-columns: 1fr;
  }
  .foot > div + div {
    border-left: 0;
    border-top: 1px solid var(--rule-soft);
  }
}
</style>
