<script setup lang="ts">
import { kindsSigns, pathOf, type DiagramKinds, type Notation, type Route } from '@nomenklatura/core/diagram'

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
const path = computed(() => pathOf(route.points))
const signs = computed(() => kindsSigns(notation, kinds, route.from))
</script>

<template>
  <g class="kind" :class="{ selected }" :data-line="kinds.id" @click.stop="emit('choose')">
    <path :d="path" class="hit" /><path :d="path" class="ink" />
    <template v-for="(sign, i) in signs" :key="i"
      ><path v-if="sign.kind === 'stroke'" :d="sign.path" class="ink sign" /><circle
        v-else-if="sign.kind === 'ring'"
        :cx="sign.x"
        :cy="sign.y"
        :r="sign.r"
        class="ring"
    /></template>
    <DiagramLabel v-if="hasWords" :label="route.label" />
  </g>
</template>

<style scoped>
.kind {
  cursor: pointer;
  pointer-events: auto;
}
.hit {
  fill: none;
  stroke: transparent;
  stroke-width: 24;
  pointer-events: stroke;
}
.ink {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
.sign {
  stroke-width: 1.6;
}
.selected > .ink {
  stroke-width: 2.6;
}
.ring {
  fill: var(--ground);
  stroke: var(--ink);
  stroke-width: 1.4;
}
</style>
