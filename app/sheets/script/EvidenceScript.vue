<script setup lang="ts">
import type { EvidenceProps } from '~/utils/evidence'

/** The statements of the tables that a verdict rests on, and those of the model answer. */
const { cell } = defineProps<EvidenceProps>()
const GIVEN = 'This stands in the tables that the exercise gives.'
const empty = computed(() => (cell.verdict === 'not shown' ? 'Nothing here was found for this rule.' : GIVEN))
</script>

<template>
  <DeskSides>
    <template #handIn>
      <ScriptExcerpt
        label="Statements of this hand-in"
        :script="handIn.answer.script"
        :dialect="handIn.dialect"
        :tables="cell.tables"
        :places="places"
        :tone="cell.verdict"
        :empty="empty"
      />
    </template>
    <template #against>
      <ScriptExcerpt
        label="Statements of the model answer"
        :script="desk.model.script"
        :dialect="desk.dialect"
        :tables="modelTables"
        tone="upheld"
        :empty="GIVEN"
      />
    </template>
  </DeskSides>
</template>
