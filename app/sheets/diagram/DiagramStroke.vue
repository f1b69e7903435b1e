<script setup lang="ts">
import { pathOf, type Route, type Sign } from '@nomenklatura/core/diagram'
import type { Verdict } from '@nomenklatura/core/rules'

/** What is drawn from card to card: the line in ink with its signs, and a wide ground that takes clicks. */
const {
  id,
  route,
  signs,
  selected = false,
  isThick = false,
  mark = undefined,
} = defineProps<{
  /** The relationship, or the kinds, that it is of. */
  id: string
  route: Route
  signs: readonly Sign[]
  selected?: boolean
  isThick?: boolean
  mark?: Verdict | undefined
}>()
const emit = defineEmits<{ choose: [event: MouseEvent] }>()
const path = computed(() => pathOf(route.points))
</script>

<template>
  <g
    class="stroke"
    :class="[{ selected, thick: isThick }, mark?.replace(' ', '-')]"
    :data-line="id"
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
    <slot />
  </g>
</template>

<style scoped>
.stroke {
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
.thick > .ink:not(.sign) {
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
