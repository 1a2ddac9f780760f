<template>
  <NuxtPage />
  <HouseToasts />
  <KeysHelp />
</template>
