<script setup lang="ts">
/** Which way through the class one goes, with what is still to be done in each. */
defineProps<{ pass: Pass; counts: Readonly<Record<Pass, number | undefined>> }>()
const emit = defineEmits<{ begin: [pass: Pass] }>()
const NAMES: Readonly<Record<Pass, string>> = {
  decide: 'To decide',
  mistakes: 'Same mistakes',
  each: 'Each hand-in',
}
</script>

<template>
  <ul class="passes" aria-label="Passes">
    <li v-for="name in PASSES" :key="name">
      <button type="button" :aria-pressed="pass === name" @click="emit('begin', name)">
        {{ NAMES[name] }} <span class="soft">{{ counts[name] ?? '' }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.passes {
  border-bottom: 1px solid var(--rule-strong);
  padding: 0 16px 6px;
  font-size: 13.5px;
}
button {
  width: 100%;
  display: flex;
  justify-content: space-between;
  padding: 2px 0;
  cursor: pointer;
  text-align: left;
}
[aria-pressed='true'] {
  font-weight: 700;
}
button:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
