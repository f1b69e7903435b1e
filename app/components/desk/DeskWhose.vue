<script setup lang="ts">
/** Whose hand-ins are gone through, where the class is shared out; sharing it out. */
defineProps<{
  whose: string
  parts: readonly { readonly id: string; readonly name: string; readonly handIns: number }[]
  all: number
  mayShare: boolean
}>()
const emit = defineEmits<{ choose: [whose: string]; share: [] }>()
</script>

<template>
  <div v-if="parts.length > 0 || mayShare" class="whose small">
    <select
      v-if="parts.length > 0"
      :value="whose"
      aria-label="Whose hand-ins"
      @change="emit('choose', ($event.target as HTMLSelectElement).value)"
    >
      <option value="all">All {{ all }}</option>
      <option v-for="part in parts" :key="part.id" :value="part.id">
        {{ part.name }}: {{ part.handIns }}
      </option>
    </select>
    <button v-if="mayShare" type="button" class="plain" @click="emit('share')">Share out …</button>
  </div>
</template>

<style scoped>
.whose {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 5px 16px;
  border-bottom: 1px solid var(--rule);
}
select {
  min-width: 0;
  flex: 1;
}
button {
  white-space: nowrap;
}
</style>
