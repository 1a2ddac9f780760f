<script setup lang="ts">
import { z } from 'zod'
import type { Aside } from '~~/core/contract/aside'
import { kindTitle, memberKey, memberTitle } from '~~/core/contract/contract'
import type { Problem } from '~~/core/problem'
import type { WordsView } from '~~/core/wire'

/** Words whose member is no more, and the members that may be what it is called now. */
const { tag, aside } = defineProps<{ tag: string; aside: Aside<WordsView>[] }>()
const emit = defineEmits<{ moved: [] }>()
const store = useLibrary()
const { say } = useSay()
const problems = ref<Problem[]>([])
const titleOf = (key: string) => key.split(':').slice(1).join(':') || 'default'
async function give(from: string, to: string) {
  problems.value = []
  try {
    await ask(z.unknown(), `/libraries/${store.slug}/components/${tag}/words-move`, {
      method: 'POST',
      body: { from, to },
    })
    emit('moved')
    say(`The words of ${titleOf(from)} are ${titleOf(to)}’s now.`)
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
</script>

<template>
  <div class="kind">
    <h3>Words set aside</h3>
    {{ ' ' }}
    <span class="small muted">their members are no more</span>
  </div>
  <ProblemList :problems />
  <div v-for="{ words: kept, offers } in aside" :key="kept.member" class="aside" :data-aside="kept.member">
    <div>
      <span class="code struck">{{ titleOf(kept.member) }}</span>{{ ' ' }}
      <span class="small muted"
        >{{ kindTitle(kept.member.split(':')[0]!) }}, {{ kept.by }}, {{ ago(kept.at) }}</span
      >
    </div>
    <!-- eslint-disable-next-line vue/no-v-html -- cleaned by renderMarkdown -->
    <div class="markdown" v-html="renderMarkdown(kept.text)" />
    <p v-if="store.may.write" class="small">
      <template v-if="offers.length"
        >It may be called otherwise now:
        <button
          v-for="offer in offers"
          :key="offer.name"
          type="button"
          class="act"
          @click="give(kept.member, memberKey(offer))"
        >
          Give them to {{ memberTitle(offer) }}
        </button></template
      ><span v-else class="muted">No member without words is like it. They stay here.</span>
    </p>
  </div>
</template>

<style scoped>
.kind {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 10px 0 4px;
}
.kind h3 {
  font-size: 15px;
}
.aside {
  border-top: 1px solid var(--rule-soft);
  padding: 7px 18px 7px 30px;
  display: grid;
  gap: 4px;
}
.struck {
  text-decoration: line-through;
}
.act {
  padding: 0 8px;
  margin-left: 6px;
}
</style>
