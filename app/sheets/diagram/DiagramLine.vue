<script setup lang="ts">
import {
  diamondSize,
  endSigns,
  pathOf,
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
const path = computed(() => pathOf(route.points))
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
  <g
    class="line"
    :class="[{ selected, weak: isWeak }, mark?.replace(' ', '-')]"
    :data-line="relationship.id"
    @click.stop="emit('choose', $event)"
  >
    <path :d="path" class="hit" /><path :d="path" class="ink" />
    <template v-for="(sign, i) in signs" :key="i">
      <path v-if="sign.kind === 'stroke'" :d="sign.path" class="ink sign" /><circle
        v-else-if="sign.kind === 'ring'"
        :cx="sign.x"
        :cy="sign.y"
        :r="sign.r"
        class="ring"
      />
      <text v-else :x="sign.x" :y="sign.y" :text-anchor="sign.anchor" class="words">{{ sign.text }}</text>
    </template>
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
  </g>
</template>

<style scoped>
.line {
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
  stroke-width: 1.4;
}
.sign {
  stroke-width: 1.5;
}
.weak > .ink:not(.sign) {
  stroke-width: 2.3;
}
.selected > .ink {
  stroke-width: 2.8;
}
.ring {
  fill: var(--ground);
  stroke: var(--ink);
  stroke-width: 1.4;
}
.words {
  font: 600 12px var(--font-sans);
  fill: var(--ink);
}
.verb {
  font: italic 14px var(--font-serif);
  fill: var(--soft);
}
.diamond {
  fill: var(--sheet);
  stroke: var(--ink);
}
.broken > .ink,
.broken > .ring {
  stroke: var(--madder);
}
.broken > .ink {
  stroke-width: 2.4;
}
.too-strict > .ink,
.too-strict > .ring {
  stroke: var(--ochre);
}
.too-strict > .ink {
  stroke-width: 2.4;
}
.cannot-tell > .ink {
  stroke: var(--slate);
}
</style>
