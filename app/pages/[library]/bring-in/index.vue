<script setup lang="ts">
import { placeOfFile } from '~~/core/read/source/reading'
import { begunSchema, sourceListSchema } from '~~/core/wire'
import { originTitle } from '~~/core/origin'

/** Where a library's source comes from. Whatever way it comes, the same job reads it. */
const store = useLibrary()
useHead({ title: () => `Bring in source · ${store.library?.title} · Kept Shelf` })
const from = useAddressChoice('from', 'folder')
const ways = [
  { value: 'folder', title: 'a folder', note: 'of this computer' },
  { value: 'archive', title: 'an archive', note: '.zip or .tgz' },
  { value: 'git', title: 'a Git repository', note: 'by its address' },
  { value: 'package', title: 'a package', note: 'of a registry, by its name' },
]
const git = ref({ address: '', ref: '', folder: '', user: '', password: '' })
const pack = ref({ name: '', range: '' })
const whole = ref(true)
const { problems, sending, leaving, begin, sendNow, sendFiles, sendArchive } = useBringingIn()
const over = ref(false)
const origin = computed(() => store.library?.origin)
watch(
  origin,
  (now) => {
    if (now?.is === 'git')
      Object.assign(git.value, { address: now.address, ref: now.ref, folder: now.folder })
    if (now?.is === 'package') Object.assign(pack.value, { name: now.name, range: now.range })
  },
  { immediate: true },
)

const bringBack = (number: number) =>
  begin(() =>
    ask(begunSchema, `/libraries/${store.slug}/revisions/${number}/again`, { method: 'POST', body: {} }),
  )
const readings = [
  {
    value: 'either',
    title: 'what holds the components',
    note: 'what people wrote, unless most stand elsewhere',
  },
  { value: 'source', title: 'what people wrote', note: 'in src' },
  { value: 'built', title: 'what was built', note: 'such as dist' },
]
const readFrom = computed({
  get: () => store.library?.readFrom ?? 'either',
  set: (from: string) =>
    void begin(() =>
      ask(begunSchema, `/libraries/${store.slug}/reading`, {
        method: 'PUT',
        body: { from: from === 'either' ? null : from },
      }),
    ),
})
const fetchFrom = (body: object) =>
  begin(async () => {
    const begun = await ask(begunSchema, `/libraries/${store.slug}/fetch`, { method: 'POST', body })
    git.value.password = ''
    return begun
  })

/** Paths inside a chosen folder start with the folder's own name, which is not part of the library. */
const inside = (path: string) => path.split('/').slice(1).join('/') || path
function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  if (from.value === 'archive' && files[0]) sendArchive(files[0])
  else if (files[0]?.webkitRelativePath)
    sendFiles(
      files.map((file) => ({ path: inside(file.webkitRelativePath), content: file })),
      whole.value,
    )
  else if (files.length) void sendSingle(files)
}
async function sendSingle(files: File[]) {
  try {
    const { paths } = await ask(sourceListSchema, `/libraries/${store.slug}/source`)
    sendFiles(
      files.map((file) => ({ path: placeOfFile(file.name, paths), content: file })),
      false,
    )
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
async function dropped(event: DragEvent) {
  over.value = false
  const entries = entriesOf(event)
  const [first] = entries
  if (first && entries.length === 1 && isFileEntry(first) && isArchive(first.name))
    return sendArchive(await fileOf(first))
  if (entries.every(isFileEntry)) return sendSingle(await Promise.all(entries.map(fileOf)))
  sendFiles(await filesInAll(entries), whole.value)
}
const gitFields = [
  { name: 'address', label: 'Address', placeholder: 'https://…', required: true },
  { name: 'ref', label: 'Branch or tag', placeholder: 'the usual one' },
  { name: 'folder', label: 'Folder in it', placeholder: 'all of it' },
  { name: 'user', label: 'Name', placeholder: 'only for a private one' },
  { name: 'password', label: 'Token', placeholder: 'used once, and not stored', secret: true },
]
const packageFields = [
  { name: 'name', label: 'Name', placeholder: '@team/library', required: true },
  { name: 'range', label: 'Version', placeholder: 'the latest' },
]
</script>

<template>
  <main
    :class="{ over }"
    @dragover.prevent="over = store.may.write"
    @dragleave.self="over = false"
    @drop.prevent="dropped"
  >
    <h1>Bring in source</h1>
    <p v-if="!store.may.write" class="muted">Bringing in source takes the role of contributor.</p>
    <template v-else>
      <p v-if="origin" class="sentence">
        This library came from <span class="code">{{ originTitle(origin) }}</span>.
        <button type="button" class="act" :disabled="sending" @click="fetchFrom({ is: 'again' })">
          Read it again from there
        </button>
      </p>
      <p class="sentence">
        Bring it in from <Choice v-model="from" label="Where it comes from" :options="ways" />.
      </p>
      <ProblemList :problems />
      <form v-if="from === 'folder'" @submit.prevent>
        <p>
          <label class="act main"
            >Choose a folder<input
              type="file"
              webkitdirectory
              multiple
              aria-label="Choose a folder to bring in"
              :disabled="sending"
              @change="chosen" /></label
          >{{ ' ' }}
          <label class="act"
            >Choose files<input
              type="file"
              multiple
              aria-label="Choose files to bring in"
              :disabled="sending"
              @change="chosen" /></label
          >{{ ' ' }}
          <span class="muted">or drop it anywhere here</span>
        </p>
        <p>
          <label
            ><Checkbox v-model="whole" binary size="small" input-id="whole" />{{ ' ' }}
            <span>It is the whole library: what is on the shelf and not in it goes</span></label
          >
        </p>
      </form>
      <form v-else-if="from === 'archive'" @submit.prevent>
        <p>
          <label class="act main"
            >Choose an archive<input
              type="file"
              accept=".zip,.tgz,.gz,application/zip,application/gzip"
              aria-label="Choose an archive to bring in"
              :disabled="sending"
              @change="chosen" /></label
          >{{ ' ' }}
          <span class="muted">or drop it anywhere here; it is taken as the whole library</span>
        </p>
      </form>
      <FetchForm
        v-else-if="from === 'git'"
        key="git"
        v-model="git"
        :fields="gitFields"
        :disabled="sending"
        @fetch="fetchFrom({ is: 'git', ...git })"
      />
      <FetchForm
        v-else
        key="package"
        v-model="pack"
        :fields="packageFields"
        :disabled="sending"
        @fetch="fetchFrom({ is: 'package', name: pack.name, range: pack.range || 'latest' })"
      />
      <p v-if="sending" role="status" class="muted">Sending …</p>
      <LeavingNotice
        v-if="leaving"
        :leaving
        :revision="store.library?.revision?.number"
        :disabled="sending"
        @agree="sendNow(leaving.form)"
        @cancel="leaving = undefined"
      />
      <p v-if="store.library?.revision" class="sentence">
        Of what it holds, <Choice v-model="readFrom" label="What is read of it" :options="readings" /> is
        read.
      </p>
      <RevisionList class="what" :disabled="sending" @back="bringBack" />
      <section class="what">
        <h2>What happens then</h2>
        <p>
          Every component in it is read and rendered: custom elements, Vue and Svelte single-file components,
          and components in TSX or JSX, as functions or as classes. Nothing has to be added to the library.
        </p>
        <p>
          The packages it needs are installed apart from it, and none of their scripts are run. The library’s
          own code runs in the frame of a browser, never here.
        </p>
        <p>
          Words that people wrote stay, whatever the source says. A file that cannot be read is told by name,
          and costs only what it holds.
        </p>
      </section>
    </template>
  </main>
</template>

<style scoped>
main {
  padding: 20px 24px 40px;
  display: grid;
  gap: 12px;
  justify-items: start;
  align-content: start;
  min-height: calc(100vh - var(--above, 44px));
}
main.over {
  outline: 2px dashed var(--kelp);
  outline-offset: -6px;
}
.sentence .code {
  font-size: 13px;
  color: var(--ink);
}
.sentence .act {
  margin-left: 8px;
}
form {
  display: grid;
  gap: 10px;
}
form p {
  display: flex;
  gap: 10px;
  align-items: center;
}
form p > label {
  display: flex;
  gap: 8px;
  align-items: center;
  position: relative;
}
.act input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
  width: 100%;
}
.act:focus-within {
  outline: 2px solid var(--kelp);
  outline-offset: 2px;
}
.what {
  max-width: 640px;
  width: 100%;
  border-top: 1px solid var(--rule);
  padding-top: 14px;
  margin-top: 12px;
  display: grid;
  gap: 8px;
}
.what h2 {
  font-size: 16px;
  line-height: 20px;
}
@media (max-width: 600px) {
  main {
    padding: 16px 12px;
  }
}
</style>
