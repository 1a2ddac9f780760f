<script setup lang="ts">
import { groupsAbove, isWithin } from '~~/core/tokens/paths'

/**
 * Gives a token, or a group that it stands in, another path: what follows is shown first, then all of it is
 * done in one.
 */
const { path, paths, renaming } = defineProps<{
  path: string
  /** All tokens of the library. */
  paths: readonly string[]
  renaming: ReturnType<typeof useRenaming>
}>()
// the page has it: a token that is renamed leaves the table before all is told
const { from, to, leave, plan, problems, going, step, count, begin, cancel } = renaming
/** Custom properties that are shown with both their names. */
const mostShown = 6
const isOpen = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
const opener = useTemplateRef<HTMLButtonElement>('opener')

/** The token, and each group that it stands in. */
const choices = computed(() => [
  { value: path, title: 'the token alone' },
  ...groupsAbove(path).map((group) => {
    const count = paths.filter((other) => isWithin(other, group)).length
    return { value: group, title: `the group ${group}, ${plural(count, 'token')}` }
  }),
])

function open() {
  from.value = path
  to.value = path
  isOpen.value = true
  void nextTick(() => field.value?.select())
}
function close() {
  isOpen.value = false
  void nextTick(() => opener.value?.focus())
}
watch(
  () => path,
  () => (isOpen.value = false),
)
</script>

<template>
  <button v-if="!isOpen" ref="opener" type="button" class="act opener" @click="open">Rename …</button>
  <form v-else class="rename" @submit.prevent="begin" @keydown.esc="close">
    <p v-if="choices.length > 1" class="small">
      Renamed is
      <Choice v-model="from" label="What is renamed" :options="choices" @update:model-value="to = from" />
    </p>
    <label
      >New path
      <input ref="field" v-model="to" class="field code" spellcheck="false" :disabled="going" />
    </label>
    <label class="check small"
      ><input v-model="leave" type="checkbox" :disabled="going" /> Leave the old name as a deprecated alias,
      for those who use it outside of the library</label
    >
    <ProblemList :problems="problems" />
    <section v-if="plan" class="follows small" aria-label="What follows">
      <p role="status">{{ count.says }}</p>
      <p v-for="property in plan.properties.slice(0, mostShown)" :key="property.from">
        <span class="code">{{ property.from }}</span> becomes <span class="code">{{ property.to }}</span>
      </p>
      <p v-if="plan.properties.length > mostShown">
        {{
          capital(
            plural(plan.properties.length - mostShown, 'more custom property', 'more custom properties'),
          )
        }}
        in the same way.
      </p>
      <TokenPlaces :references="plan.references" :files="plan.files" />
    </section>
    <div class="acts">
      <button type="submit" class="act main" :disabled="!plan || going">Rename it{{ count.where }}</button>
      <button v-if="going" type="button" class="act" @click="cancel">Cancel</button>
      <button v-else type="button" class="act" @click="close">Close</button>
      <span v-if="going" class="small muted" role="status">{{ step }}</span>
    </div>
  </form>
</template>

<style scoped>
.rename {
  display: grid;
  gap: 8px;
  margin: 8px 0 12px;
}
.opener {
  margin-top: 8px;
}
.field {
  width: 100%;
}
.check {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.follows p {
  margin: 2px 0;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: baseline;
  flex-wrap: wrap;
}
</style>
