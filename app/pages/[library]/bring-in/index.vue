<script setup lang="ts">
import { isPassedOver, placeOfFile } from '~~/core/read/source/reading'
import {
  begunSchema,
  revisionsSchema,
  sourceListSchema,
  uploadedSchema,
  type RevisionView,
} from '~~/core/wire'
import { originTitle } from '~~/core/origin'
import type { Problem } from '~~/core/problem'

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
const git = reactive({ address: '', ref: '', folder: '', user: '', password: '' })
const pack = reactive({ name: '', range: '' })
const whole = ref(true)
const problems = ref<Problem[]>([])
const sending = ref(false)
const over = ref(false)
const origin = computed(() => store.library?.origin)
watch(
  origin,
  (now) => {
    if (now?.is === 'git') Object.assign(git, { address: now.address, ref: now.ref, folder: now.folder })
    if (now?.is === 'package') Object.assign(pack, { name: now.name, range: now.range })
  },
  { immediate: true },
)

async function begin(work: () => Promise<{ job: string }>) {
  problems.value = []
  sending.value = true
  try {
    const { job } = await work()
    git.password = ''
    await navigateTo(`/${store.slug}/bring-in/${job}`)
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    sending.value = false
  }
}
const sendNow = (form: FormData) =>
  begin(async () => ({
    job: (await ask(uploadedSchema, `/libraries/${store.slug}/source`, { method: 'POST', form })).job!,
  }))
/** A whole library that would take components off the shelf is looked at first, and waits for a word. */
const leaving = shallowRef<{ components: string[]; files: number; form: FormData }>()
async function send(form: FormData) {
  leaving.value = undefined
  if (!form.has('whole') && !form.has('archive')) return sendNow(form)
  problems.value = []
  sending.value = true
  form.set('look', 'yes')
  try {
    const looked = await ask(uploadedSchema, `/libraries/${store.slug}/source`, { method: 'POST', form })
    form.delete('look')
    if (looked.leaving?.components.length) leaving.value = { ...looked.leaving, form }
    else await sendNow(form)
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    sending.value = false
  }
}
const revisions = ref<RevisionView[]>([])
watch(
  () => store.library?.revision?.number,
  async () => {
    revisions.value = await ask(revisionsSchema, `/libraries/${store.slug}/revisions`).catch(() => [])
  },
  { immediate: true },
)
const bringBack = (number: number) =>
  begin(() =>
    ask(begunSchema, `/libraries/${store.slug}/revisions/${number}/again`, { method: 'POST', body: {} }),
  )
const fetchFrom = (body: object) =>
  begin(() => ask(begunSchema, `/libraries/${store.slug}/fetch`, { method: 'POST', body }))

function sendFiles(files: { path: string; content: File }[], all: boolean) {
  const kept = files.filter((file) => !isPassedOver(file.path))
  if (!kept.length) {
    problems.value = [
      {
        code: 'nothing',
        what: 'There are no files in it.',
        todo: 'Choose the folder that holds the source.',
      },
    ]
    return
  }
  const form = new FormData()
  form.set('note', `${kept.length} files from a computer`)
  if (all) form.set('whole', 'yes')
  for (const entry of kept) form.append('file', entry.content, entry.path)
  void send(form)
}
function sendArchive(file: File) {
  const form = new FormData()
  form.set('note', `the archive ${file.name}`)
  form.set('archive', file, file.name)
  void send(form)
}
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
  const entries = [...(event.dataTransfer?.items ?? [])]
    .map((item) => item.webkitGetAsEntry())
    .filter((entry) => entry !== null)
  const [only] = entries
  if (entries.length === 1 && only!.isFile && /\.(zip|tgz|tar\.gz)$/i.test(only!.name))
    return sendArchive(await fileOf(only as FileSystemFileEntry))
  if (entries.every((entry) => entry.isFile))
    return sendSingle(await Promise.all(entries.map((entry) => fileOf(entry as FileSystemFileEntry))))
  sendFiles(
    (
      await Promise.all(
        entries.map((entry) => filesIn(entry, entries.length === 1 || entry.isFile ? '' : `${entry.name}/`)),
      )
    ).flat(),
    whole.value,
  )
}
const fileOf = (entry: FileSystemFileEntry) =>
  new Promise<File>((resolve, reject) => entry.file(resolve, reject))
async function filesIn(entry: FileSystemEntry, at: string): Promise<{ path: string; content: File }[]> {
  if (entry.isFile)
    return [{ path: `${at}${entry.name}`, content: await fileOf(entry as FileSystemFileEntry) }]
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const inner: FileSystemEntry[] = []
  // a reader gives a hundred at a time, and none when it is through
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    )
    if (!some.length) break
    inner.push(...some.filter((entry) => entry.name !== 'node_modules' && entry.name !== '.git'))
  }
  return (
    await Promise.all(inner.map((entry) => filesIn(entry, entry.isDirectory ? `${at}${entry.name}/` : at)))
  ).flat()
}
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
      <form v-else-if="from === 'git'" class="fields" @submit.prevent="fetchFrom({ is: 'git', ...git })">
        <label for="git-address">Address</label
        ><input
          id="git-address"
          v-model.trim="git.address"
          class="field"
          required
          placeholder="https://…"
          autocomplete="off"
          spellcheck="false"
        />
        <label for="git-ref">Branch or tag</label
        ><input
          id="git-ref"
          v-model.trim="git.ref"
          class="field"
          placeholder="the usual one"
          autocomplete="off"
          spellcheck="false"
        />
        <label for="git-folder">Folder in it</label
        ><input
          id="git-folder"
          v-model.trim="git.folder"
          class="field"
          placeholder="all of it"
          autocomplete="off"
          spellcheck="false"
        />
        <label for="git-user">Name</label
        ><input
          id="git-user"
          v-model.trim="git.user"
          class="field"
          placeholder="only for a private one"
          autocomplete="off"
          spellcheck="false"
        />
        <label for="git-password">Token</label
        ><input
          id="git-password"
          v-model="git.password"
          class="field"
          type="password"
          placeholder="used once, and not stored"
          autocomplete="off"
        />
        <span />
        <p>
          <button type="submit" class="act main" :disabled="sending || !git.address">Fetch and read</button>
        </p>
      </form>
      <form
        v-else
        class="fields"
        @submit.prevent="fetchFrom({ is: 'package', name: pack.name, range: pack.range || 'latest' })"
      >
        <label for="package-name">Name</label
        ><input
          id="package-name"
          v-model.trim="pack.name"
          class="field"
          required
          placeholder="@team/library"
          autocomplete="off"
          spellcheck="false"
        />
        <label for="package-range">Version</label
        ><input
          id="package-range"
          v-model.trim="pack.range"
          class="field"
          placeholder="the latest"
          autocomplete="off"
          spellcheck="false"
        />
        <span />
        <p>
          <button type="submit" class="act main" :disabled="sending || !pack.name">Fetch and read</button>
        </p>
      </form>
      <p v-if="sending" role="status" class="muted">Sending …</p>
      <section v-if="leaving" class="leaving" role="alertdialog" aria-labelledby="leaving-title">
        <h2 id="leaving-title">
          {{ plural(leaving.components.length, 'component').replace(/^./, (c) => c.toUpperCase()) }} would
          leave the shelf
        </h2>
        <p>
          What you bring is the whole library, and {{ plural(leaving.files, 'file') }} of today’s
          {{ leaving.files === 1 ? 'is' : 'are' }} not in it. With
          {{ leaving.files === 1 ? 'it' : 'them' }} would go
          <template v-for="(tag, i) in leaving.components.slice(0, 30)" :key="tag"
            >{{ i ? ', ' : '' }}<span class="code">{{ tag }}</span></template
          >{{ leaving.components.length > 30 ? ` and ${leaving.components.length - 30} more` : '' }}. Words
          and examples stay, and revision {{ store.library?.revision?.number }} can be brought back.
        </p>
        <p>
          <button type="button" class="act main" :disabled="sending" @click="sendNow(leaving.form)">
            Bring it in and remove them</button
          >{{ ' ' }}
          <button type="button" class="act" @click="leaving = undefined">Cancel</button>
        </p>
      </section>
      <section v-if="revisions.length" class="what">
        <h2>How it stood before</h2>
        <ol class="revisions">
          <li v-for="revision in revisions" :key="revision.number">
            <span class="number">{{ revision.number }}</span><span>{{ revision.note || 'no note' }}</span
            ><span class="small muted">{{ revision.made_by ?? '' }} {{ ago(revision.made_at) }}</span
            ><span v-if="revision.current" class="small">as it stands</span
            ><button
              v-else
              type="button"
              class="link"
              :disabled="sending"
              :aria-label="`Bring back revision ${revision.number}`"
              @click="bringBack(revision.number)"
            >
              Bring back
            </button>
          </li>
        </ol>
      </section>
      <section class="what">
        <h2>What happens then</h2>
        <p>
          Every component in it is read and rendered: custom elements, Vue single-file components, and
          function components in TSX or JSX. Nothing has to be added to the library.
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
  min-height: calc(100vh - 44px);
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
.fields {
  grid-template-columns: 110px minmax(0, 440px);
  align-items: baseline;
  gap: 10px 16px;
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
.leaving {
  border-left: 3px solid var(--ochre);
  padding: 8px 14px;
  max-width: 640px;
  display: grid;
  gap: 8px;
  background: var(--sheet);
}
.leaving p {
  display: block;
}
.revisions {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 260px;
  overflow: auto;
}
.revisions li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto 90px;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule-soft);
  align-items: baseline;
}
.number {
  font-variant-numeric: tabular-nums;
}
.revisions li > :last-child {
  justify-self: end;
}
@media (max-width: 600px) {
  .fields {
    grid-template-columns: 1fr;
  }
  main {
    padding: 16px 12px;
  }
}
</style>
