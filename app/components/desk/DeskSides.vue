<script setup lang="ts">
/** What stands in a hand-in and what it is held against, beside each other. */
const { against = 'In the model answer' } = defineProps<{ against?: string }>()
</script>

<template>
  <div class="sides">
    <div>
      <h3>In this hand-in</h3>
      <slot name="handIn" />
    </div>
    <div v-if="$slots.against">
      <h3>{{ against }}</h3>
      <slot name="against" />
    </div>
  </div>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
  align-items: start;
}
.sides > div {
  min-width: 0;
}
h3 {
  font-family: var(--font-sans);
  font-size: 13.5px;
  font-weight: 650;
  color: var(--soft);
  margin-bottom: 4px;
}
@media (max-width: 1199px) {
  .sides {
    grid-template-columns: 1fr;
  }
}
</style>
