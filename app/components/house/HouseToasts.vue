<script setup lang="ts">
const { said, drop } = useSay()
</script>

<template>
  <div class="toasts" role="status" aria-live="polite">
    <div v-for="one in said" :key="one.id" class="toast" :class="{ problem: one.problem }">
      <span>{{ one.text }} <template v-if="one.problem">{{ one.problem.todo }}</template></span>
      <button v-if="one.act" type="button" class="link" @click="one.act.run(), drop(one.id)">{{ one.act.title }}</button>
      <button type="button" class="close" aria-label="Put away" @click="drop(one.id)">×</button>
    </div>
  </div>
</template>

<style scoped>
.toasts { position: fixed; bottom: 16px; left: 24px; z-index: 2000; display: grid; gap: 8px; max-width: min(560px, calc(100vw - 48px)); }
.toast { display: flex; gap: 16px; align-items: baseline; background: var(--ink); color: var(--on-ink); padding: 8px 14px; border-radius: 2px; font-size: 13px; }
.toast.problem { border-left: 4px solid var(--rust); }
.toast .link { color: inherit; text-decoration: underline; }
.close { border: 0; background: none; cursor: pointer; margin-left: auto; color: inherit; font-size: 16px; }
</style>
