<template>
  <main>
    <h1>Kept <i>Shelf</i></h1>
    <slot />
  </main>
</template>

<style scoped>
main {
  width: min(480px, 100%);
  margin: 12vh auto 0;
  padding: 0 24px;
  display: grid;
  gap: 16px;
  justify-items: start;
}
h1 i {
  font-weight: 400;
}
</style>
