<script setup lang="ts">
import { mostTimes, type Filling, type Usage } from '~~/core/code/usage'
import { membersOf } from '~~/core/contract/contract'
import type { Slot } from '~~/core/contract/slot'
import { slotTitle } from '~~/core/contract/slot'

/** What fills a slot: nothing, text, markup, or another component of the library. */
const { of: own, tag, depth = 0 } = defineProps<{ of: Slot; tag: string; depth?: number }>()
const filling = defineModel<Filling | undefined>()
const store = useLibrary()
const { faceOf } = useFirstShowing()
const name = computed(() => slotTitle(own.name))
/** Brackets that a template cannot hold as they are. */
const [open, shut] = ['{{ ', ' }}']
const others = computed(() =>
  store.standing
    .filter((component) => component.tag !== tag && store.moduleOf(component.tag))
    .map((component) => ({ value: component.tag, title: store.title(component.tag) })),
)
const kinds = [
  { value: '', title: 'empty' },
  { value: 'text', title: 'text' },
  { value: 'markup', title: 'markup' },
  { value: 'component', title: 'a component' },
]
function kindTo(kind: string) {
  const text =
    filling.value?.is === 'text'
      ? filling.value.text
      : filling.value?.is === 'markup'
        ? filling.value.markup
        : ''
  if (kind === '') filling.value = undefined
  else if (kind === 'text') filling.value = { is: 'text', text }
  else if (kind === 'markup') filling.value = { is: 'markup', markup: text || '<b>Some</b> markup' }
  else componentTo(others.value[0]?.value ?? '')
}
const inner = computed(() =>
  filling.value?.is === 'component' ? store.find(filling.value.tag)?.contract : undefined,
)
const innerProps = computed(() =>
  inner.value
    ? membersOf(inner.value, 'prop').filter((member) => !member.readonly && member.known !== 'comment')
    : [],
)
const innerSlots = computed(() =>
  inner.value && depth < 4
    ? membersOf(inner.value, 'slot').filter((member) => member.known !== 'comment')
    : [],
)
const change = (made: Partial<Usage>) => {
  if (filling.value?.is === 'component')
    filling.value = { ...filling.value, usage: { ...filling.value.usage, ...made } }
}
const without = <T,>(all: Record<string, T>, key: string, value: T | undefined): Record<string, T> => {
  const { [key]: _before, ...rest } = all
  return value === undefined ? rest : { ...rest, [key]: value }
}
/** Set to what can be shown, also where something else was typed. */
function timesTo(asked: number) {
  if (filling.value?.is !== 'component') return
  const times = Math.min(mostTimes, Math.max(1, Math.round(asked) || 1))
  filling.value = { ...filling.value, times: times === 1 ? undefined : times }
}
function componentTo(other: string) {
  const standing = store.find(other)
  if (standing)
    filling.value = {
      is: 'component',
      tag: other,
      usage: faceOf(standing),
    }
}
</script>

<template>
  <div class="slot">
    <div class="small">
      <Choice
        :model-value="filling?.is ?? ''"
        :options="kinds"
        :label="`What fills ${name}`"
        @update:model-value="kindTo"
      />
      <template v-if="filling?.is === 'component'"
        >:
        <Choice
          :model-value="filling.tag"
          :options="others"
          :label="`Which component fills ${name}`"
          @update:model-value="componentTo"
        />
        <label class="times"
          ><input
            class="field"
            type="number"
            min="1"
            :max="mostTimes"
            :value="filling.times ?? 1"
            :aria-label="`How many times in ${name}`"
            @change="timesTo(($event.target as HTMLInputElement).valueAsNumber)"
          />
          {{ (filling.times ?? 1) === 1 ? 'time' : 'times' }}</label
        ></template
      >
    </div>
    <input
      v-if="filling?.is === 'text'"
      class="field"
      :value="filling.text"
      :aria-label="`Text in ${name}`"
      placeholder="Write something"
      @input="filling = { is: 'text', text: ($event.target as HTMLInputElement).value }"
    />
    <textarea
      v-if="filling?.is === 'markup'"
      class="field"
      rows="2"
      :value="filling.markup"
      :aria-label="`Markup in ${name}`"
      spellcheck="false"
      @input="filling = { is: 'markup', markup: ($event.target as HTMLTextAreaElement).value }"
    />
    <details v-if="filling?.is === 'component' && (innerProps.length || innerSlots.length)" class="inner">
      <summary class="small">Values of {{ store.title(filling.tag) }}</summary>
      <div v-for="prop in innerProps" :key="prop.name" class="pair">
        <span class="code">{{ prop.name }}</span><PropEditor
          :prop
          :model-value="filling.usage.props[prop.name]"
          @update:model-value="
            change({
              props: without(filling!.is === 'component' ? filling!.usage.props : {}, prop.name, $event),
            })
          "
        />
      </div>
      <div v-for="slot in innerSlots" :key="slot.name" class="pair">
        <span class="code">{{ slotTitle(slot.name) }}</span><SlotEditor
          :of="slot"
          :tag="filling.tag"
          :depth="depth + 1"
          :model-value="filling.usage.slots[slot.name]"
          @update:model-value="
            change({
              slots: without(filling!.is === 'component' ? filling!.usage.slots : {}, slot.name, $event),
            })
          "
        />
      </div>
    </details>
    <p v-if="!filling && own.fallback" class="small muted">shows its fallback</p>
    <p v-if="filling && own.passes?.length" class="small muted">
      Slot props:
      <template v-for="(pass, i) in own.passes" :key="pass.name"
        ><template v-if="i">, </template><code>{{ pass.name }}</code></template
      >: write <code>{{ open }}{{ own.passes[0]!.name }}{{ shut }}</code> where it is to stand.
    </p>
  </div>
</template>

<style scoped>
.slot {
  min-width: 0;
}
.slot :deep(.choice) {
  font-size: 12px;
  line-height: 16px;
}
.times {
  display: inline-flex;
  align-items: baseline;
  gap: 4px;
  margin-left: 8px;
  color: var(--muted);
}
.times .field {
  width: 6ch;
  font-size: 12px;
  line-height: 16px;
}
.inner {
  border-left: 1px solid var(--rule);
  padding-left: 8px;
  margin-top: 4px;
}
.inner summary {
  cursor: pointer;
  color: var(--kelp);
}
.pair {
  padding: 3px 0;
  display: grid;
  gap: 1px;
}
.pair .code {
  font-size: 11px;
  line-height: 14px;
  color: var(--muted);
}
textarea.field {
  font-size: 12px;
  line-height: 16px;
  margin-top: 4px;
}
</style>
