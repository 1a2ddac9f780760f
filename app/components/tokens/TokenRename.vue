<script setup lang="ts">
/** Gives a token another path: what follows is shown first, then all of it is done in one. */
const { path, renaming } = defineProps<{ path: string; renaming: ReturnType<typeof useRenaming> }>()
// the page has it: a token that is renamed leaves the table before all is told
const { to, leave, plan, problems, going, step, count, begin, cancel } = renaming
const isOpen = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
const opener = useTemplateRef<HTMLButtonElement>('opener')

function open() {
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
      <p v-for="property in plan.properties" :key="property.from">
        <span class="code">{{ property.from }}</span> becomes <span class="code">{{ property.to }}</span>
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
