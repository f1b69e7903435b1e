<script setup lang="ts">
import type { Diagram } from '@nomenklatura/core/diagram'
import type { EvidenceProps } from '~/utils/evidence'

/** The cards and lines that a verdict rests on, and the card of the rule on the model answer: drawn, or declared. */
const { desk, handIn, rule, cell, places, modelTables } = defineProps<EvidenceProps>()
const lower = (name: string): string => name.trim().toLowerCase()
const names = computed(() => modelTables.map(lower))

const marks = computed(() => {
  const { verdict } = cell
  if (verdict === 'not shown') return undefined
  return new Map(places.flatMap(({ field }) => (field ? [[field, verdict] as const] : [])))
})
const modelMarks = computed(
  () =>
    new Map(
      (desk.model.diagram?.entities ?? [])
        .filter(({ name }) => names.value.includes(lower(name)))
        .map(({ id }) => [id, 'upheld' as const]),
    ),
)
const about = computed(() =>
  cardsAbout(
    handIn.answer.diagram,
    cell.tables.map(lower),
    places.map(({ field }) => field),
  ),
)
const modelAbout = computed(() => cardsAbout(desk.model.diagram, [...names.value, rule.entity]))

/** The cards that something is about: those of the tables, and what its lines lead to. */
function cardsAbout(
  diagram: Diagram | undefined,
  tables: readonly string[],
  elements: readonly (string | undefined)[] = [],
): Set<string> {
  const cards = (diagram?.entities ?? []).filter(
    ({ id, name, attributes }) =>
      tables.includes(lower(name)) ||
      elements.includes(id) ||
      attributes.some(fact => elements.includes(fact.id)),
  )
  const lines = (diagram?.relationships ?? []).filter(({ id }) => elements.includes(id))
  return new Set([
    ...cards.map(({ id }) => id),
    ...lines.flatMap(({ ends }) => ends.map(({ entity }) => entity)),
  ])
}
</script>

<template>
  <DeskSides>
    <template #handIn>
      <DiagramPicture
        v-if="handIn.answer.diagram"
        label="Diagram of this hand-in"
        :diagram="handIn.answer.diagram"
        :about="about"
        :marks="marks"
      />
    </template>
    <template #against>
      <DiagramPicture
        v-if="desk.model.diagram"
        label="Diagram of the model answer"
        :diagram="desk.model.diagram"
        :about="modelAbout"
        :marks="modelMarks"
      />
      <ScriptExcerpt
        v-else
        label="Statements of the model answer"
        :script="desk.model.script"
        :dialect="desk.dialect"
        :tables="modelTables"
        tone="upheld"
        empty="This stands in the tables that the exercise gives."
      />
    </template>
  </DeskSides>
</template>
