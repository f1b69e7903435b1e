<script setup lang="ts">
import type { Diagram } from '@nomenklatura/core/diagram'
import type { PlaceOnSheet } from '../view'

/** The Diagram sheet of a worksheet. */
const { asked, store, findingsOf, diagramMarks, diagramDrafts, otherSheets, renameElsewhere } = useWorksheet()
const board = useTemplateRef('board')
defineExpose({
  show: (place: PlaceOnSheet) => board.value?.show(place),
  take: (next: Diagram) => board.value?.take(next),
})
</script>

<template>
  <DiagramSheet
    ref="board"
    :diagram="store.contentOf('diagram')"
    :findings="findingsOf.diagram"
    :asked="asked.level"
    :offers="asked.helpLevel === 'practice'"
    :has-tables="asked.helpLevel === 'practice' || !asked.asked.includes('script')"
    :marks="diagramMarks"
    :readonly="!asked.isOpen"
    :name="asked.title"
    :keep-as="`nomenklatura-steps-${asked.personId}-${asked.exerciseId}-diagram`"
    :drafts="diagramDrafts"
    :others="otherSheets"
    @change="store.change('diagram', $event)"
    @others="renameElsewhere"
  />
</template>
