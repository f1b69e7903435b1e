<script setup lang="ts">
import { ROW, groundOf, type Label } from '@nomenklatura/core/diagram'

/** Words beside a line, on a ground of their own. */
const { label, more = '' } = defineProps<{
  label: Label
  /** What follows the last row. */
  more?: string
}>()
const ground = computed(() => groundOf(label))
</script>

<template>
  <g v-if="label.rows.join('') !== '' || more !== ''">
    <rect
      v-if="label.rows.join('') !== ''"
      class="ground"
      :x="ground.x"
      :y="ground.y"
      :width="ground.width"
      :height="ground.height"
    />
    <text
      v-for="(row, i) in label.rows"
      :key="i"
      :x="label.x"
      :y="label.y + i * ROW"
      :text-anchor="label.anchor"
      class="verb"
      >{{ row }}{{ i === label.rows.length - 1 ? more : '' }}</text
    >
  </g>
</template>

<style scoped>
.ground {
  fill: var(--ground);
}
.verb {
  font: italic 14px var(--font-serif);
  fill: var(--soft);
}
</style>
