<script setup lang="ts">
import type { Witness } from '@nomenklatura/core/rules'

/** A witness that stands by itself, with the tables that it was run on: it can be tried over the page. */
const { witness, tables, about } = defineProps<{
  witness: Witness
  /** What made the tables; empty where nothing was run. */
  tables: readonly string[]
  about: string
}>()
const rowTrial = useTemplateRef('rowTrial')
provideRan(() => tables)
provideTrying({ take: step => rowTrial.value?.open(step) })
</script>

<template>
  <div>
    <WitnessRows :witness="witness" :about="about" />
    <RowTrialSlip
      v-if="tables.length > 0"
      ref="rowTrial"
      title="Row trial on these tables"
      :tables="tables"
    />
  </div>
</template>
