<script setup lang="ts">
import type { EvidenceProps } from '~/utils/evidence'

/** The fields that a verdict rests on, and those of the model answer: described there, or declared. */
defineProps<EvidenceProps>()
const GIVEN = 'This stands in the tables that the exercise gives.'
</script>

<template>
  <DeskSides>
    <template #handIn>
      <DictionaryView
        v-if="handIn.answer.dictionary"
        label="Fields of this hand-in"
        :dictionary="handIn.answer.dictionary"
        :places="places"
        :tone="cell.verdict"
        :only="places.length > 0 ? cell.tables : undefined"
      />
    </template>
    <template #against>
      <DictionaryView
        v-if="desk.model.dictionary"
        label="Fields of the model answer"
        :dictionary="desk.model.dictionary"
        :only="modelTables"
        :empty="GIVEN"
      />
      <ScriptExcerpt
        v-else
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
