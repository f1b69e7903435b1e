<script setup lang="ts">
import {
  diamondSize,
  endSigns,
  type DiagramRelationship,
  type Notation,
  type Route,
} from '@nomenklatura/core/diagram'
import type { Verdict } from '@nomenklatura/core/rules'

/**
 * A line of the board with the signs of its ends and its verb phrase. `ends` are the ends that this route
 * begins and finishes at.
 */
const {
  relationship,
  route,
  notation,
  at = undefined,
  selected = false,
  mark = undefined,
  isNoted = false,
} = defineProps<{
  relationship: DiagramRelationship
  route: Route
  notation: Notation
  /** Of three and more: the end at which this line begins. */
  at?: number | undefined
  selected?: boolean
  mark?: Verdict | undefined
  isNoted?: boolean
}>()
const emit = defineEmits<{ choose: [event: MouseEvent] }>()
const signs = computed(() =>
  at === undefined
    ? [...endSigns(notation, relationship, 0, route.from), ...endSigns(notation, relationship, 1, route.to)]
    : endSigns(notation, relationship, at, route.from),
)
const verb = computed(() => (at === undefined ? relationship.name || relationship.back : ''))
const size = computed(() => diamondSize(verb.value))
const isWeak = computed(() => relationship.ends.some(({ identifies }) => identifies))
</script>

<template>
  <DiagramStroke
    :id="relationship.id"
    :route="route"
    :signs="signs"
    :selected="selected"
    :is-thick="isWeak"
    :mark="mark"
    class="line"
    @choose="emit('choose', $event)"
  >
    <template v-if="notation === 'diamonds' && at === undefined">
      <path
        class="diamond"
        :d="`M${route.diamond[0] - size.across} ${route.diamond[1]}L${route.diamond[0]} ${route.diamond[1] - size.down}L${route.diamond[0] + size.across} ${route.diamond[1]}L${route.diamond[0]} ${route.diamond[1] + size.down}Z`"
      /><text :x="route.diamond[0]" :y="route.diamond[1] + 4" text-anchor="middle" class="verb">{{
        verb
      }}</text>
    </template>
    <DiagramLabel
      v-else-if="at === undefined && (verb !== '' || isNoted)"
      :label="route.label"
      :more="isNoted ? ' !' : ''"
    />
  </DiagramStroke>
</template>

<style scoped>
.verb {
  font: italic 14px var(--font-serif);
  fill: var(--soft);
}
.diamond {
  fill: var(--sheet);
  stroke: var(--ink);
}
</style>
