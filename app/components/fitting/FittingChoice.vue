<script setup lang="ts">
/** Where changes of tokens go: into the library at once, or into a fitting, where they are tried first. */
const store = useLibrary()
const fitting = useFitting()
const { begin } = useFittingActs()
const { id } = storeToRefs(fitting)
const options = computed(() => [
  { value: '', title: 'the library', note: 'saved at once' },
  ...store.fittings.map(({ id: value, name, changes }) => ({
    value,
    title: `the fitting “${name}”`,
    note: plural(changes.length, 'change'),
  })),
])
const name = ref('')
async function beginNow(close: () => void) {
  if (name.value.trim() && (await begin(name.value.trim()))) {
    name.value = ''
    close()
  }
}
</script>

<template>
  <span
    >Changes go into
    <Choice v-model="id" label="Changes go into" :options>
      <template #default="{ close }">
        <form class="begin" @submit.prevent="beginNow(close)">
          <label class="small"
            >A new fitting, to try changes together
            <input v-model="name" class="field" maxlength="60" placeholder="its name"
          /></label>
          <button type="submit" class="act" :disabled="!name.trim()">Begin</button>
        </form>
      </template> </Choice
    >.</span
  >
</template>

<style scoped>
.begin {
  border-top: 1px solid var(--rule);
  padding: 8px 12px 4px;
  margin-top: 6px;
  display: flex;
  gap: 8px;
  align-items: end;
}
</style>
