<script setup lang="ts">
import type { z } from 'zod'
import { installWith, packageClients, pageLines } from '~~/core/release/install'
import { releaseFilesSchema, releasesSchema } from '~~/core/wire'

definePageMeta({ visitors: true })
const store = useLibrary()
const account = useAccount()
const route = useRoute()
useHead({ title: () => `Registry · ${store.library?.title} · Kept Shelf` })
const { answer: view, problems } = useAnswer(releasesSchema, () => `/libraries/${store.slug}/releases`, [
  () => store.releaseStamp,
])
const files = ref<z.infer<typeof releaseFilesSchema>>([])
const chosen = computed(
  () =>
    view.value?.releases.find(
      (release) => release.version === (route.query.version ?? view.value?.channels.latest),
    ) ?? view.value?.releases[0],
)
const channels = (version: string) =>
  Object.entries(view.value?.channels ?? {})
    .filter(([, named]) => named === version)
    .map(([name]) => name)
watch(chosen, async (now) => {
  files.value = now
    ? await ask(releaseFilesSchema, `/libraries/${store.slug}/releases/${now.version}/files`).catch(() => [])
    : []
})
const client = useAddressChoice('client', 'npm')
const install = computed(() =>
  chosen.value
    ? installWith(client.value, {
        package: store.library!.package,
        version: chosen.value.version,
        registry: store.library!.registry,
        isOpen: store.library!.visibility === 'open',
      })
    : '',
)
const plain = computed(() =>
  pageLines(
    store.library?.package ?? '',
    files.value.map(({ path }) => path),
  ),
)
const { copy, copied } = useCopy()
</script>

<template>
  <main>
    <ProblemList :problems />
    <header>
      <h1>{{ store.library?.package }}</h1>
      <p class="sentence">
        {{
          store.library?.visibility === 'open'
            ? 'Open: anyone who reaches this server may install it.'
            : 'For its staff: a package client needs an access token.'
        }}
        <NuxtLink v-if="account.person" class="link" to="/account"
          >Access tokens for package clients</NuxtLink
        >
      </p>
    </header>
    <div v-if="view && chosen" class="two">
      <section>
        <h2>
          {{ chosen.version }} <span class="small muted">{{ channels(chosen.version).join(', ') }}</span>
        </h2>
        <p class="small muted">
          Published{{ chosen.made_by ? ` by ${chosen.made_by},` : '' }} {{ ago(chosen.made_at) }},
          {{ chosen.made_via === 'desk' ? 'from the release desk' : 'from a package client' }}.
          {{ bytes(chosen.size) }} packed, {{ bytes(chosen.unpacked_size) }} in {{ chosen.file_count }} files.
        </p>
        <VersionWithdrawn :release="chosen" :channels="channels(chosen.version)" />
        <p class="sentence use">
          With
          <Choice
            v-model="client"
            label="Package client"
            :options="packageClients.map(({ name }) => ({ value: name, title: name }))"
          />{{
            /^@/.test(store.library!.package)
              ? ', which asks this registry for the scope only, and the one it has for all other packages:'
              : ':'
          }}
        </p>
        <pre class="do">{{ install }}</pre>
        <button type="button" class="link" @click="copy(install)">{{ copied ? 'copied' : 'Copy' }}</button>
        <p class="small muted use">Then on a page without a build:</p>
        <pre class="do">{{ plain }}</pre>
        <template v-if="chosen.record.read?.components !== 0">
          <h3>Before it is installed</h3>
          <p class="small muted before">
            {{
              chosen.made_via === 'desk'
                ? 'Every component of it as it was: live, in the themes it had, with its contract, code and guide.'
                : 'The components that were found in it, with their contracts; not live, since it was packed elsewhere.'
            }}
          </p>
          <NuxtLink class="act" :to="{ path: `/${store.slug}`, query: { at: chosen.version } }"
            >Look at the shelf of {{ chosen.version }}</NuxtLink
          >
        </template>
        <template v-if="account.person && chosen.made_via === 'desk'">
          <h3>Guide</h3>
          <GuideToTake :version="chosen.version" />
        </template>
        <h3>Notes</h3>
        <!-- eslint-disable-next-line vue/no-v-html -- cleaned by renderMarkdown -->
        <div class="markdown notes" v-html="renderMarkdown(chosen.notes || 'No notes.')" />
        <template v-if="chosen.record.gates || chosen.record.read">
          <h3>How it went out</h3>
          <ReleaseRecord :record="chosen.record" :version="chosen.version" />
        </template>
        <h3>Checksum</h3>
        <p class="code muted sum">{{ chosen.integrity }}</p>
        <template v-if="account.person">
          <h3>Where it comes from</h3>
          <p class="small muted before">
            The revision it was packed from, who published it, and what was asked of it, signed by this
            server.
          </p>
          <a
            class="link"
            download
            :href="`/api/libraries/${store.slug}/releases/${chosen.version}/attestations`"
            >Attestations of {{ chosen.version }}</a
          >
        </template>
        <h3>In the package</h3>
        <table>
          <tbody>
            <tr v-for="file in files" :key="file.path">
              <td class="code">{{ file.path }}</td>
              <td class="code muted size">{{ bytes(file.size) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <aside>
        <h2>Versions</h2>
        <NuxtLink
          v-for="release in view.releases"
          :key="release.version"
          class="version"
          :class="{ on: release.version === chosen.version }"
          :to="{ query: { version: release.version } }"
          :aria-current="release.version === chosen.version ? 'true' : undefined"
        >
          <span class="code" :class="{ struck: release.deprecated !== null }">{{ release.version }}</span>{{
            ' '
          }}
          <span class="small muted">{{ channels(release.version).join(', ') }}</span>{{ ' ' }}
          <span class="small muted when">{{ ago(release.made_at) }}</span>
        </NuxtLink>
        <ChannelList :view />
      </aside>
    </div>
    <div v-else-if="view" class="empty">
      <h2>Nothing is out yet</h2>
      <p class="muted">
        A version published at the release desk, or by a package client, stands here with what is in it.
      </p>
      <NuxtLink class="act main" :to="`/${store.slug}/release`">To the release desk</NuxtLink>
    </div>
  </main>
</template>

<style scoped>
main {
  padding: 20px 24px 48px;
}
header {
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 8px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 48px;
  padding-top: 16px;
}
.do {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 8px 12px;
  margin-top: 10px;
}
.use {
  margin-top: 12px;
}
.before {
  margin-bottom: 8px;
}
h3 {
  margin: 20px 0 6px;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 4px;
}
.sum {
  overflow-wrap: anywhere;
}
table {
  width: 100%;
}
td {
  padding: 3px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.size {
  text-align: right;
}
aside h2 {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
}
.version {
  display: flex;
  gap: 12px;
  padding: 6px 4px;
  border-bottom: 1px solid var(--rule-soft);
  align-items: baseline;
}
a.version:hover,
.version.on {
  background: var(--kelp-wash);
}
.when {
  margin-left: auto;
}
.struck {
  text-decoration: line-through;
}
.empty {
  padding: 40px 0;
  display: grid;
  gap: 10px;
  justify-items: start;
}
@media (max-width: 800px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
