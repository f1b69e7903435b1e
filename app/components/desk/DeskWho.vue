<script setup lang="ts">
/** Hand-ins to be ticked, with a word on each. */
defineProps<{
  lines: readonly {
    readonly id: string
    readonly name: string
    readonly note: string
    readonly isOff?: boolean
  }[]
  label: string
}>()
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true })
function turn(id: string): void {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
</script>

<template>
  <ul class="who" tabindex="0" :aria-label="label">
    <li v-for="{ id, name, note, isOff } in lines" :key="id">
      <label :class="{ soft: isOff }"
        ><input type="checkbox" :checked="chosen.has(id)" :disabled="isOff" @change="turn(id)" /> {{ name }}
        <span class="soft small">{{ note }}</span></label
      >
    </li>
  </ul>
</template>

<style scoped>
.who {
  max-height: 32vh;
  overflow-y: auto;
  margin: 8px 0 12px;
  border: 1px solid var(--rule-strong);
  padding: 4px 12px;
}
label {
  display: block;
  padding: 3px 0;
  cursor: pointer;
}
</style>
