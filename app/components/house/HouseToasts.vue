<script setup lang="ts">
const { said, drop } = useSay()
</script>

<template>
  <div class="toasts" role="status" aria-live="polite">
    <div v-for="message in said" :key="message.id" class="toast" :class="{ problem: message.problem }">
      <span
        >{{ message.text }} <template v-if="message.problem">{{ message.problem.todo }}</template></span
      >
      <button v-if="message.act" type="button" class="link" @click="(message.act.run(), drop(message.id))">
        {{ message.act.title }}
      </button>
      <button type="button" class="close" aria-label="Put away" @click="drop(message.id)">×</button>
    </div>
  </div>
</template>

<style scoped>
.toasts {
  position: fixed;
  bottom: 16px;
  left: 24px;
  z-index: 2000;
  display: grid;
  gap: 8px;
  max-width: min(560px, calc(100vw - 48px));
}
.toast {
  display: flex;
  gap: 16px;
  align-items: baseline;
  background: var(--ink);
  color: var(--on-ink);
  padding: 8px 14px;
  border-radius: 2px;
  font-size: 13px;
}
.toast.problem {
  border-left: 4px solid var(--rust);
}
.toast .link {
  color: inherit;
  text-decoration: underline;
}
.close {
  border: 0;
  background: none;
  cursor: pointer;
  margin-left: auto;
  color: inherit;
  font-size: 16px;
}
</style>
