<script setup lang="ts">
import { nothingSchema, type PackageView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Licences that what the package brings along may have; who maintains the library says them here. */
const { view } = defineProps<{ view: PackageView }>()
const emit = defineEmits<{ changed: [] }>()
const store = useLibrary()
const { say } = useSay()
const problems = ref<Problem[]>([])
const { isBusy, act } = useActs(problems, { licences: 'Licences' })
const { text, isWritten, wasKept } = useDraftText(() => view.licences.join(', '))

async function keep(licences: string[] | null, done: string) {
  const written = text.value
  const path = `/libraries/${store.slug}/releases/licences`
  if (!(await act(() => ask(nothingSchema, path, { method: 'PUT', body: { licences } })))) return
  wasKept(written)
  say(done)
  emit('changed')
}
function save() {
  const licences = text.value.split(/[\s,;]+/).filter(Boolean)
  if (licences.length) return keep(licences, 'What comes along may be under these licences.')
  problems.value = [
    {
      code: 'licences',
      what: 'No licence is named.',
      todo: 'Write identifiers of the SPDX list, such as MIT, with commas between them.',
    },
  ]
}
</script>

<template>
  <section class="licences" aria-labelledby="licences">
    <h2 id="licences">What it brings along</h2>
    <p class="small muted">
      Every package that is installed with it is under one of these licences, by what it says itself; that is
      looked at where a version is tried out.
    </p>
    <form v-if="store.may.keep" @submit.prevent="save">
      <input
        v-model="text"
        class="field plain"
        aria-label="Licences that what comes along may have"
        autocomplete="off"
        spellcheck="false"
      />
      <button type="submit" class="act" :disabled="!isWritten">Save</button>
      <button
        v-if="view.areLicencesOwn"
        type="button"
        class="act"
        :disabled="isBusy"
        @click="keep(null, 'What comes along may be under the usual licences.')"
      >
        Take the usual ones
      </button>
    </form>
    <p v-else class="small">{{ view.licences.join(', ') }}</p>
    <ProblemList :problems />
  </section>
</template>

<style scoped>
.licences {
  width: 100%;
  margin-top: 18px;
  display: grid;
  gap: 6px;
}
form {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.field {
  flex: 1;
  min-width: 0;
}
</style>
