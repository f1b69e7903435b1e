<!-- What needs a model answer and has none: where it is given. -->
<template>
  <p class="serif paper empty">
    <slot />
    <NuxtLink :to="{ query: { leaf: 'answer' } }" class="plain">Give one under Answer first</NuxtLink>
  </p>
</template>

<style scoped>
.empty {
  padding: 18px 22px;
}
</style>
