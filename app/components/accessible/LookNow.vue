<script setup lang="ts">
/** How far a browser on the server is with looking at components; or has it look, where what is known is of before. */
const { current, isBusy } = defineProps<{ current: boolean; isBusy: boolean }>()
defineEmits<{ look: [] }>()
const store = useLibrary()
const run = computed(() => store.evidence?.run)
const isUnderWay = computed(() => run.value?.state === 'waiting' || run.value?.state === 'running')
</script>

<template>
  <span v-if="isUnderWay" class="small muted" role="status"
    >Being looked at in a browser, {{ run!.done }} of {{ run!.total }} components so far …</span
  ><button
    v-else-if="store.may.write && !current"
    type="button"
    class="act"
    :disabled="isBusy"
    @click="$emit('look')"
  >
    Look now
  </button>
</template>
