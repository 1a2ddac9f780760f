<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import { memberKey, type Contract } from '~~/core/contract/contract'
import { onlyNamedIn } from '~~/core/contract/variant'
import type { Ledger } from '~~/core/ledger/ledger'
import { bareSurround } from '~~/core/surround'
import { arrangementKey, type ArrangedAxis } from '~~/core/variants/arrangement'
import { describeAxis } from '~~/core/variants/axis'
import { platedOf } from '~~/core/variants/plate'
import type { WordsView } from '~~/core/wire'

/** One axis of a contract: a line that opens into its values, each live and each a row. */
const { axis, contract, ledger, at } = defineProps<{
  /** Its variants as far as they are shown. */
  axis: ArrangedAxis
  contract: Contract
  ledger: Ledger<WordsView>
  /** The member that the address names. */
  at: string
  answers: ReadonlyMap<number, { failed: boolean; text: string }>
  since: string | undefined
}>()
const usage = defineModel<Usage>({ required: true })
defineEmits<{ written: [words: WordsView] }>()
const store = useLibrary()
const isNamed = computed(() => axis.variants.some((variant) => memberKey(variant) === at))
const isOpen = ref(isNamed.value)
watch(isNamed, (now) => {
  if (now) isOpen.value = true
})
const wordless = computed(
  () => axis.variants.filter((variant) => ledger.isShownBy('wordless', variant)).length,
)
const inDoubt = computed(() => axis.variants.filter((variant) => ledger.isInDoubt(variant)).length)
const finding = computed(() => {
  const only = new Set(axis.variants.map((variant) => variant.only))
  if (only.size === 1 && only.has('type')) return onlyNamedIn.type
  return only.has('sheet') ? 'some only in a sheet' : ''
})
const surround = computed(() => bareSurround(store.baseTheme))
const plated = computed(() => platedOf(axis, usage.value))
const columns = computed(() => Math.min(4, plated.value.length))
</script>

<template>
  <div class="axis">
    <button type="button" class="line" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <span class="code">{{ axis.name }}</span>
      <span class="small muted"
        >{{ describeAxis(axis)
        }}<template v-if="wordless">, {{ count(wordless) }} without words</template></span
      ><span v-if="inDoubt" class="small bad">{{ count(inDoubt) }} not told apart</span
      ><span v-if="finding" class="small bad">{{ finding }}</span>
      <span class="turn" aria-hidden="true">{{ isOpen ? '−' : '+' }}</span>
    </button>
    <template v-if="isOpen">
      <AxisOrder
        :axis
        :tag="contract.tag"
        :words="ledger.wordsFor(arrangementKey(axis.name))"
        @written="$emit('written', $event)"
      />
      <div class="plate" tabindex="-1">
        <AxisFrame :name="axis.name" :plated :tag="contract.tag" :surround :columns :width="138" />
      </div>
      <template v-for="group in axis.groups" :key="group.title">
        <h4 v-if="group.title">{{ group.title }}</h4>
        <MemberRow
          v-for="variant in group.variants"
          :id="memberKey(variant)"
          :key="variant.name"
          v-model="usage"
          :class="{ at: at === memberKey(variant) }"
          :contract
          :member="variant"
          :ledger
          :answers
          :since
          @written="$emit('written', $event)"
        />
      </template>
    </template>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 10px;
  align-items: baseline;
  width: calc(100% - 18px);
  padding: 6px 0;
  border: 0;
  border-top: 1px solid var(--rule-soft);
  background: none;
  text-align: start;
}
.line:hover .code {
  color: var(--kelp);
}
.turn {
  margin-inline-start: auto;
  color: var(--muted);
}
h4 {
  padding: 8px 0 2px;
  font-size: 13px;
}
.plate {
  margin: 2px 18px 8px 0;
  overflow-x: auto;
  border: 1px solid var(--rule-soft);
  width: fit-content;
  max-width: calc(100% - 18px);
}
</style>
