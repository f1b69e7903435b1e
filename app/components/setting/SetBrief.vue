<script setup lang="ts">
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { NamedDependency } from '@nomenklatura/core/rows'

/** The brief has two parts: the case, and the rows it gives. */
defineProps<{ document: ExerciseDocument; part: 'case' | 'rows'; readonly: boolean }>()
const emit = defineEmits<{
  turn: [part: 'case' | 'rows']
  change: [part: Partial<ExerciseDocument>]
  take: [
    taken: {
      dependencies: readonly NamedDependency[]
      columns: readonly string[]
      dictionary: Dictionary
    },
  ]
}>()
const briefParts = ['case', 'rows'] as const
</script>

<template>
  <div class="parts small" role="group" aria-label="Leaves of the brief">
    <button
      v-for="name in briefParts"
      :key="name"
      type="button"
      :aria-pressed="part === name"
      @click="emit('turn', name)"
    >
      {{ name === 'case' ? 'Case' : 'Rows' }}
    </button>
  </div>
  <SetRows
    v-if="part === 'rows'"
    :document="document"
    :readonly="readonly"
    @rows="emit('change', { rows: $event })"
    @take="emit('take', $event)"
  />
  <template v-else>
    <UFormField label="Title" class="title"
      ><UInput
        :model-value="document.title"
        maxlength="120"
        :disabled="readonly"
        @change="
          emit('change', { title: ($event.target as HTMLInputElement).value.trim() || document.title })
        "
    /></UFormField>
    <UFormField
      label="Case"
      help="What the students read. An empty line begins a new paragraph."
      class="case"
    >
      <UTextarea
        :model-value="document.brief"
        :rows="16"
        autoresize
        :maxrows="28"
        maxlength="50000"
        :disabled="readonly"
        placeholder="The Skarholm Seed Vault sends seeds to partner gardens …"
        class="brief-text"
        @update:model-value="emit('change', { brief: String($event) })"
      />
    </UFormField>
  </template>
</template>

<style scoped>
.title {
  max-width: 620px;
  margin-bottom: 18px;
}
.case {
  max-width: 820px;
}
.brief-text :deep(textarea) {
  font-family: var(--font-serif);
  font-size: 16px;
  line-height: 1.55;
}
.parts {
  display: flex;
  gap: 20px;
  margin-bottom: 14px;
}
.parts button {
  font: 650 17px var(--font-serif);
  color: var(--soft);
  cursor: pointer;
  padding: 0 1px 3px;
  border-bottom: 2px solid transparent;
}
.parts button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
</style>
