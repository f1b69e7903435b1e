<script setup lang="ts">
import { kindsSigns, type DiagramKinds, type Notation, type Route } from '@nomenklatura/core/diagram'

/** The line from a card to one of its kinds: a bracket, or a ring in the textbook's notation. */
const { kinds, route, notation, hasWords, selected } = defineProps<{
  kinds: DiagramKinds
  route: Route
  notation: Notation
  /** The first of them carries the words. */
  hasWords: boolean
  selected: boolean
}>()
const emit = defineEmits<{ choose: [] }>()
const signs = computed(() => kindsSigns(notation, kinds, route.from))
</script>

<template>
  <DiagramStroke
    :id="kinds.id"
    :route="route"
    :signs="signs"
    :selected="selected"
    class="kind"
    @choose="emit('choose')"
  >
    <DiagramLabel v-if="hasWords" :label="route.label" />
  </DiagramStroke>
</template>
