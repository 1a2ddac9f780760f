<script setup lang="ts">
import type { Finding } from '~~/core/check/check'
import type { FileMend } from '~/composables/mending'

/**
 * All findings that can be mended at once: each with what it would read, to be chosen, saved as one revision.
 */
const { findings, busy } = defineProps<{ findings: readonly Finding[]; busy: boolean }>()
const emit = defineEmits<{ mend: [mends: FileMend[]] }>()
const store = useLibrary()
const isOpen = ref(false)
const mendable = computed(() => findings.filter(({ mends, place }) => place && mends?.length))
const files = computed(() => new Set(mendable.value.map(({ place }) => place!.file)).size)
/** The token chosen for a finding, or nothing where it is left out; where there is one only, that one. */
const chosen = reactive(new Map<string, string>())
const tokenOf = (finding: Finding): string =>
  chosen.get(findingKey(finding)) ?? (finding.mends!.length === 1 ? finding.mends![0]!.token : '')
const optionsOf = ({ mends }: Finding) => [
  { value: '', title: 'leave it' },
  ...mends!.map(({ token }) => ({ value: token, title: token })),
]
const readsOf = (finding: Finding) =>
  finding.mends!.find(({ token }) => token === tokenOf(finding))?.reads ?? []
const mends = computed(() =>
  mendable.value.flatMap((finding): FileMend[] => {
    const mend = finding.mends!.find(({ token }) => token === tokenOf(finding))
    return mend ? [{ file: finding.place!.file, mend }] : []
  }),
)
const places = computed(() => mends.value.reduce((sum, { mend }) => sum + mend.edits.length, 0))
function send() {
  emit('mend', mends.value)
  isOpen.value = false
}
</script>

<template>
  <div v-if="store.may.write && mendable.length > 1" class="all">
    <button type="button" class="link" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{
        isOpen ? 'Close' : `Mend ${plural(mendable.length, 'finding')} in ${plural(files, 'file')} at once …`
      }}
    </button>
    <template v-if="isOpen">
      <table class="lines">
        <caption class="out-of-sight">
          What each would read
        </caption>
        <thead>
          <tr>
            <th scope="col">File</th>
            <th scope="col">What is written</th>
            <th scope="col">Token</th>
            <th scope="col">Then it reads</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="finding in mendable" :key="findingKey(finding)">
            <th scope="row" class="code">{{ finding.place!.file }} {{ finding.place!.line }}</th>
            <td class="small">{{ finding.says }}</td>
            <td>
              <Choice
                :model-value="tokenOf(finding)"
                :label="`Token for ${finding.says}`"
                :options="optionsOf(finding)"
                @update:model-value="chosen.set(findingKey(finding), $event ?? '')"
              />
            </td>
            <td>
              <span v-for="line in readsOf(finding)" :key="line" class="code read">{{ line }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="acts">
        <button type="button" class="act" :disabled="busy || !mends.length" @click="send">
          Save {{ plural(places, 'place') }}
        </button>
        <button type="button" class="link" @click="isOpen = false">Cancel</button>
        <span class="small muted"
          >As one revision. Each place keeps the token’s value as its fallback, so that nothing looks
          otherwise without the sheet of tokens.</span
        >
      </p>
    </template>
  </div>
</template>

<style scoped>
.all {
  padding: 4px 0;
}
.read {
  display: block;
}
.acts {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding-top: 8px;
}
</style>
