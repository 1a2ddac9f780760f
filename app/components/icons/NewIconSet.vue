<script setup lang="ts">
import { setNameSchema } from '~~/core/icons/glyph'
import type { Problem } from '~~/core/problem'

/** Brings in a set of icons from files: drawings, a sprite of symbols, or a font with its sheet. */
const { bringIn } = defineProps<{
  bringIn: (
    name: string,
    files: { path: string; text?: string; data?: string }[],
  ) => Promise<{ name: string; glyphs: number; problems: Problem[]; job: string | null }>
}>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const { say } = useSay()
const id = useId()
const name = ref('')
const chosen = shallowRef<File[]>([])
const problems = shallowRef<Problem[]>([])
const { isBusy, act } = useActs(problems)
const isNamed = computed(() => setNameSchema.safeParse(name.value.trim()).success)
const isText = (file: File) => /\.(svg|css)$/i.test(file.name)

function take(event: Event) {
  chosen.value = [...((event.target as HTMLInputElement).files ?? [])]
}
async function asSent(file: File): Promise<{ path: string; text?: string; data?: string }> {
  const path = file.webkitRelativePath || file.name
  if (isText(file)) return { path, text: await file.text() }
  let binary = ''
  for (const byte of new Uint8Array(await file.arrayBuffer())) binary += String.fromCharCode(byte)
  return { path, data: btoa(binary) }
}
const send = () =>
  act(async () => {
    const made = await bringIn(name.value.trim(), await Promise.all(chosen.value.map(asSent)))
    problems.value = made.problems
    say(
      `${capital(plural(made.glyphs, 'icon'))} came in as ${made.name}.` +
        (made.job ? ' The components are built with them now.' : ''),
    )
    if (made.problems.length === 0) emit('done')
  })
</script>

<template>
  <form class="new" aria-label="A set of icons" @submit.prevent="send">
    <label :for="`${id}name`">Name</label>
    <div>
      <input
        :id="`${id}name`"
        v-model="name"
        class="field"
        maxlength="40"
        autocomplete="off"
        spellcheck="false"
        :aria-describedby="`${id}rule`"
      />
      <p :id="`${id}rule`" class="small" :class="name && !isNamed ? 'bad' : 'muted'">
        Small letters, digits and hyphens, beginning with a letter; not “own”.
      </p>
    </div>
    <label :for="`${id}files`">Files</label>
    <div>
      <input
        :id="`${id}files`"
        type="file"
        multiple
        accept=".svg,.css,.ttf,.otf,.woff,.woff2"
        @change="take"
      />
      <p class="small muted">
        SVG files, each an icon by its name; a sprite, each symbol by its id; or an icon font, with the sheet
        that names its characters.
      </p>
    </div>
    <span />
    <p class="acts">
      <button type="submit" class="act main" :disabled="isBusy || !isNamed || !chosen.length">
        {{ isBusy ? 'Reading …' : 'Bring in' }}
      </button>
      <button type="button" class="act" @click="emit('cancel')">
        {{ problems.length ? 'Close' : 'Cancel' }}
      </button>
    </p>
    <ProblemList v-if="problems.length" class="problems" :problems />
  </form>
</template>

<style scoped>
.new {
  display: grid;
  grid-template-columns: 80px minmax(0, 520px);
  align-items: baseline;
  gap: 10px 16px;
  padding: 12px 24px;
  border-bottom: 1px solid var(--rule);
}
.acts {
  display: flex;
  gap: 8px;
}
.problems {
  grid-column: 1 / -1;
}
p {
  margin: 2px 0 0;
}
@media (max-width: 600px) {
  .new {
    grid-template-columns: 1fr;
    padding-inline: 12px;
  }
}
</style>
