<script setup lang="ts">
import { LEVELS, isEmptyDiagram, type Diagram, type Level } from '@nomenklatura/core/diagram'
import { SHEET } from '@nomenklatura/core/sheets'
import type { SettingEmits, SettingProps } from '~/utils/setting'

/** The model diagram, and the level that is asked for. */
const { document, given } = defineProps<SettingProps>()
const emit = defineEmits<SettingEmits>()
const level = computed<Level>(() => document.level ?? 'logical')
/** What is given stands on it from the beginning. */
const diagram = computed<Diagram>(() => {
  const drawn = document.models[0]?.diagram
  return drawn && !isEmptyDiagram(drawn)
    ? drawn
    : SHEET.diagram.begin!({ tables: given.schema, level: level.value })
})
</script>

<template>
  <p class="small level-asked">
    <label
      >The diagram is to reach the
      <select
        :value="level"
        :disabled="readonly"
        @change="emit('change', { level: ($event.target as HTMLSelectElement).value as Level })"
      >
        <option v-for="name in LEVELS" :key="name" :value="name">{{ name }}</option>
      </select>
      level</label
    >
  </p>
  <DiagramSheet
    class="drawing"
    :diagram="diagram"
    :asked="level"
    :readonly="readonly"
    :name="document.title"
    @change="emit('change', withModel(document, { diagram: $event }))"
  />
</template>

<style scoped>
.drawing {
  height: 66vh;
  min-height: 480px;
  margin-bottom: 28px;
}
.level-asked {
  margin-bottom: 8px;
}
.level-asked select {
  background: transparent;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
.level-asked option {
  background: var(--sheet);
}
</style>
