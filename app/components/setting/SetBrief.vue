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
const briefParts = [
  { part: 'case', name: 'Case' },
  { part: 'rows', name: 'Rows' },
] as const
</script>

<template>
  <LeafParts label="Leaves of the brief" :parts="briefParts" :part="part" @turn="emit('turn', $event)" />
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
</style>
