<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import {
  combinationKey,
  goneFrom,
  hasSettings,
  notSpokenOf,
  saySettings,
  withSettings,
  type Combination,
  type NewCombination,
} from '~~/core/variants/combination'
import type { WordsView } from '~~/core/wire'

/** Variants that have a name together, what must not be used together, and how to say so of what is shown. */
const { contract, combinations, wordsFor } = defineProps<{
  contract: Contract
  combinations: ReturnType<typeof useCombinations>
  wordsFor: (key: string) => WordsView | undefined
}>()
const usage = defineModel<Usage>({ required: true })
defineEmits<{ written: [words: WordsView] }>()
const store = useLibrary()
const { named, never, all, problems } = combinations
/** What is set now, as far as nobody spoke of it yet. */
const fresh = computed(() => notSpokenOf(contract, usage.value, all.value))
const draft = ref<(NewCombination & { of?: Combination }) | undefined>()
const field = useTemplateRef<HTMLInputElement>('field')
async function begin(rule: NewCombination['rule'], of?: Combination) {
  problems.value = []
  draft.value = of
    ? { ...of, of }
    : { rule, settings: fresh.value!.map((setting) => ({ ...setting })), name: '', reason: '' }
  await nextTick()
  field.value?.focus()
}
async function keep() {
  if (!draft.value) return
  const { of, rule, settings, name, reason } = draft.value
  const now = { rule, settings, name: name.trim(), reason: reason.trim() }
  if (await (of ? combinations.change(of, now) : combinations.add(now))) draft.value = undefined
}
const isWhole = computed(
  () => !!(draft.value?.rule === 'named' ? draft.value.name : draft.value?.reason)?.trim(),
)
const put = (combination: Combination) => {
  usage.value = withSettings(contract, usage.value, combination.settings) ?? usage.value
}
const goneOf = (combination: Combination) => goneFrom(contract, combination.settings)
const isOn = ({ settings }: Combination) => hasSettings(contract, usage.value, settings)
</script>

<template>
  <section
    v-if="named.length || never.length || (fresh && store.may.write) || draft"
    class="named"
    aria-label="Several variants together"
  >
    <h4 class="small">Together</h4>
    <ProblemList v-if="!draft" :problems />
    <article
      v-for="combination in named"
      :id="combinationKey(combination)"
      :key="combination.id"
      :aria-label="combination.name"
    >
      <p>
        <b class="name">{{ combination.name }}</b>{{ ' '
        }}<span class="code small muted">{{ saySettings(combination.settings) }}</span>
      </p>
      <p v-if="goneOf(combination).length" class="small bad">
        {{ saySettings(goneOf(combination)) }} is no more: it can not be shown.
      </p>
      <p class="small acts">
        <button
          v-if="!goneOf(combination).length"
          type="button"
          class="link"
          :aria-pressed="isOn(combination)"
          @click="put(combination)"
        >
          {{ isOn(combination) ? 'Shown on the bench' : 'Show on the bench' }}
        </button>
        <template v-if="store.may.write">
          <button
            type="button"
            class="link"
            :aria-label="`Rename ${combination.name}`"
            @click="begin('named', combination)"
          >
            Rename
          </button>
          <button
            type="button"
            class="link"
            :aria-label="`Delete ${combination.name}`"
            @click="combinations.remove(combination)"
          >
            Delete
          </button>
        </template>
      </p>
      <MemberWords
        :tag="contract.tag"
        :member="combinationKey(combination)"
        :title="combination.name"
        :words="wordsFor(combinationKey(combination))"
        :comment="undefined"
        @written="$emit('written', $event)"
      />
    </article>
    <article
      v-for="combination in never"
      :id="combinationKey(combination)"
      :key="combination.id"
      :class="{ broken: isOn(combination) }"
      :aria-label="`Never ${saySettings(combination.settings)}`"
    >
      <p>
        <b>Never</b>{{ ' ' }}<span class="code small">{{ saySettings(combination.settings) }}</span
        >. {{ combination.reason }}
      </p>
      <p v-if="goneOf(combination).length" class="small muted">
        {{ saySettings(goneOf(combination)) }} is no more.
      </p>
      <p v-if="store.may.write" class="small acts">
        <button
          type="button"
          class="link"
          :aria-label="`Edit the reason against ${saySettings(combination.settings)}`"
          @click="begin('never', combination)"
        >
          Edit the reason
        </button>
        <button
          type="button"
          class="link"
          :aria-label="`Allow ${saySettings(combination.settings)}`"
          @click="combinations.remove(combination)"
        >
          Allow it
        </button>
      </p>
    </article>
    <form v-if="draft" @submit.prevent="keep" @keydown.esc.stop="draft = undefined">
      <p class="sentence">
        {{ saySettings(draft.settings) }}:
        {{ draft.rule === 'named' ? 'a variant called' : 'must not be used, because' }}
      </p>
      <input
        v-if="draft.rule === 'named'"
        ref="field"
        v-model="draft.name"
        class="field"
        aria-label="Name of the variant"
        maxlength="80"
      />
      <input
        v-else
        ref="field"
        v-model="draft.reason"
        class="field"
        aria-label="Why it must not be used"
        maxlength="2000"
      />
      <ProblemList :problems />
      <p class="small acts">
        <button class="link" :disabled="!isWhole">Save</button>
        <button type="button" class="link" @click="draft = undefined">Cancel</button>
      </p>
    </form>
    <p v-else-if="fresh && store.may.write" class="small acts">
      <span
        >Shown now: <span class="code">{{ saySettings(fresh) }}</span>.</span
      >
      <button type="button" class="link" @click="begin('named')">Name it</button>
      <button type="button" class="link" @click="begin('never')">Rule it out</button>
    </p>
  </section>
</template>

<style scoped>
.named {
  display: grid;
  gap: 6px;
  padding: 8px 18px 8px 0;
  border-top: 1px solid var(--rule-soft);
}
h4 {
  color: var(--muted);
  font-weight: 500;
}
article {
  display: grid;
  gap: 2px;
  padding-inline-start: 10px;
  border-inline-start: 2px solid var(--rule);
}
article.broken {
  border-inline-start-color: var(--rust);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
[aria-pressed='true'] {
  color: var(--ink);
  text-decoration: none;
}
.field {
  width: 100%;
}
form {
  display: grid;
  gap: 4px;
}
</style>
