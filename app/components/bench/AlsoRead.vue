<script setup lang="ts">
import { describeMember, memberKey } from '~~/core/contract/contract'
import { packageOf } from '~~/core/contract/member'
import type { Ledger } from '~~/core/ledger/ledger'
import type { WordsView } from '~~/core/wire'

/** What a component has besides members of its own: states of the browser it styles, tokens it reads. */
const { tag, ledger } = defineProps<{ tag: string; ledger: Ledger<WordsView> }>()
const store = useLibrary()
const tokensOpen = ref(false)
const dull = computed(() =>
  [...ledger.browserStates, ...ledger.tokens].filter(
    (member) => ledger.evidenceFor(member)?.mark === 'no effect',
  ),
)
</script>

<template>
  <div class="kind"><h3>Also</h3></div>
  <div class="also small">
    <p v-if="ledger.browserStates.length">
      <span class="muted">Looks different when</span>{{ ' ' }}
      <code>{{ ledger.browserStates.map((state) => state.name).join(', ') }}</code>
    </p>
    <p v-if="dull.length" class="bad">
      Nothing changed with
      <template v-for="(member, i) in dull" :key="memberKey(member)"
        ><template v-if="i">, </template
        ><span v-if="packageOf(member.place)" class="code">{{ member.name }}</span
        ><NuxtLink
          v-else
          class="link code"
          :to="{
            path: `/${store.slug}/source`,
            query: { path: member.place.file, line: member.place.line, of: tag },
          }"
          >{{ member.name }}</NuxtLink
        ></template
      >, in any condition it was tried in.
    </p>
    <p v-if="ledger.tokens.length">
      <span class="muted">Reads</span>{{ ' ' }}
      <button type="button" class="link" :aria-expanded="tokensOpen" @click="tokensOpen = !tokensOpen">
        {{ plural(ledger.tokens.length, 'token') }}
      </button>
    </p>
    <ul v-if="tokensOpen">
      <li v-for="token in ledger.tokens" :key="token.name">
        <NuxtLink
          class="link code"
          :to="{ path: `/${store.slug}/tokens`, query: { token: store.tokenNames.get(token.name) } }"
          >{{ store.tokenNames.get(token.name) }}</NuxtLink>{{ ' ' }}
        <span class="code muted">{{ describeMember(token) }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.kind {
  padding: 10px 0 4px;
}
.kind h3 {
  font-size: 15px;
}
.also {
  border-top: 1px solid var(--rule-soft);
  padding: 6px 18px 6px 30px;
  display: grid;
  gap: 6px;
  line-height: 18px;
}
.also ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
