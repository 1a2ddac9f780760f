<script setup lang="ts">
const account = useAccount()
await account.load()
</script>

<template>
  <NuxtPage />
  <HouseToasts />
  <KeysHelp />
</template>
