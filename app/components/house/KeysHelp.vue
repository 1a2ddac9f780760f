<script setup lang="ts">
const open = ref(false)
const keys = useKeys([
  {
    keys: '?',
    does: 'this list',
    run: () => {
      open.value = !open.value
    },
  },
])
</script>

<template>
  <Dialog v-model:visible="open" modal header="Keys here" :draggable="false" dismissable-mask>
    <dl>
      <template v-for="key in keys" :key="key.keys + key.does">
        <dt>
          <span class="key">{{ key.keys }}</span>
        </dt>
        <dd>{{ key.does }}</dd>
      </template>
      <dt><span class="key">Tab</span></dt>
      <dd>to the next thing that can be used</dd>
    </dl>
  </Dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 6px 16px;
  margin: 0;
  min-width: 320px;
}
dt {
  text-align: right;
}
dd {
  margin: 0;
}
</style>
