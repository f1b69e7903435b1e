<script setup lang="ts">
/** What went wrong where no page tells it: it stays until it is read. */
const untold = useUntold()
</script>

<template>
  <div class="line" role="alert">
    <template v-if="untold">
      <span>{{ untold }}</span>
      <button type="button" class="plain" @click="untold = ''">Understood</button>
    </template>
  </div>
</template>

<style scoped>
.line {
  position: fixed;
  bottom: 14px;
  left: 50%;
  z-index: 60;
  display: flex;
  gap: 14px;
  max-width: min(92vw, 620px);
  padding: 10px 16px;
  color: var(--madder);
  background: var(--sheet);
  border: 1px solid var(--madder);
  transform: translateX(-50%);
}
.line:empty {
  display: none;
}
</style>
