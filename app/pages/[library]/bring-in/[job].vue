<script setup lang="ts">
import { isCalm } from '~~/core/problem'

/** How bringing source in goes and what it ended with. It goes on when this page is left. */
const store = useLibrary()
const route = useRoute()
useHead({ title: () => `Bringing in · ${store.library?.title} · Kept Shelf` })
const { job, problems, going, follow, cancel } = useJob()
onMounted(() => follow(String(route.params.job)))
/** What nobody has to mend, told apart from what somebody has. */
const unread = computed(() => job.value?.result?.problems.filter((problem) => !isCalm(problem)) ?? [])
const leftAside = computed(() => job.value?.result?.problems.filter(isCalm) ?? [])
const lists = computed(() =>
  job.value?.result
    ? (
        [
          ['New', job.value.result.added],
          ['Changed', job.value.result.changed],
          ['Gone', job.value.result.gone],
        ] as const
      ).filter(([, list]) => list.length)
    : [],
)
</script>

<template>
  <main>
    <ProblemList :problems />
    <template v-if="job">
      <h1>
        {{
          {
            waiting: 'Waiting to begin',
            running: 'Bringing in',
            done: 'Brought in',
            failed: 'Not brought in',
            cancelled: 'Cancelled',
          }[job.state]
        }}
      </h1>
      <template v-if="going">
        <p class="sentence" role="status">{{ job.step || 'Waiting for its turn' }} …</p>
        <div class="progress"><span /></div>
        <p class="small muted">You may leave this page; it goes on.</p>
        <button type="button" class="act" @click="cancel">Cancel</button>
      </template>
      <p v-if="job.state === 'cancelled'">The shelf is as it was.</p>
      <template v-if="job.result">
        <p v-if="job.state === 'done'" class="sentence">
          Revision {{ job.result.revision }}.
          {{
            job.result.same
              ? `${count(job.result.same).replace(/^./, (c) => c.toUpperCase())} stayed the same.`
              : ''
          }}
        </p>
        <section v-for="[title, tags] in lists" :key="title">
          <h2>{{ title }}</h2>
          <p v-for="tag in tags" :key="tag">
            <NuxtLink v-if="store.find(tag)" class="link" :to="`/${store.slug}/${tag}`">{{
              store.title(tag)
            }}</NuxtLink><template v-else>{{ store.title(tag) }}</template
            >{{ ' ' }}
            <span class="code muted">{{ tag }}</span>
          </p>
        </section>
        <GoneKept :tags="job.result.gone" />
        <section v-if="unread.length">
          <h2>Not read or not built</h2>
          <ProblemList :problems="unread" :library="store.slug" />
        </section>
        <section v-if="leftAside.length">
          <h2>Left aside</h2>
          <ProblemList :problems="leftAside" calm />
        </section>
      </template>
      <p v-if="!going"><NuxtLink class="act main" :to="`/${store.slug}`">To the shelf</NuxtLink></p>
    </template>
  </main>
</template>

<style scoped>
main {
  padding: 24px;
  display: grid;
  gap: 12px;
  max-width: 760px;
  justify-items: start;
}
section {
  width: 100%;
}
section h2 {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
  margin-top: 12px;
}
section p {
  padding: 6px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.progress {
  width: 320px;
  height: 2px;
  background: var(--rule);
  overflow: hidden;
}
.progress span {
  display: block;
  width: 30%;
  height: 100%;
  background: var(--kelp);
  animation: go 1.4s infinite linear;
}
@keyframes go {
  from {
    margin-left: -30%;
  }
  to {
    margin-left: 100%;
  }
}
@media (prefers-reduced-motion: reduce) {
  .progress span {
    animation: none;
    width: 100%;
  }
}
</style>
