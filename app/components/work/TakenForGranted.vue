<script setup lang="ts">
/** What a student takes for granted where the brief is open: handed in with the sheets, and read by who marks. */
const store = useWorksheetStore()
const text = computed(() => store.assumptions)
const isOpen = ref(text.value !== '')
</script>

<template>
  <details class="below-case" :open="isOpen">
    <summary>What I take for granted</summary>
    <p id="granted-why" class="soft small">
      Where the brief is open, say how you read it. It is handed in with your work.
    </p>
    <textarea
      :value="text"
      rows="4"
      maxlength="4000"
      aria-label="What I take for granted"
      aria-describedby="granted-why"
      :readonly="store.isReadOnly"
      @input="store.changeAssumptions(($event.target as HTMLTextAreaElement).value)"
    />
  </details>
</template>

<style scoped>
textarea {
  width: 100%;
  margin-top: 6px;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  color: var(--ink);
  padding: 6px 8px;
  font: 15px/1.45 var(--font-serif);
  resize: vertical;
}
</style>
