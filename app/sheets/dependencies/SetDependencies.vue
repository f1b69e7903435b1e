<script setup lang="ts">
import { NEW_TASK, relationFromSchema, type RelationTask } from '@nomenklatura/core/claims'
import type { SettingEmits, SettingProps } from '~/utils/setting'

/** The relation that is asked about. */
const { document, read } = defineProps<SettingProps>()
const emit = defineEmits<SettingEmits>()
const relation = computed<RelationTask>(() => document.relation ?? NEW_TASK)
const change = (next: RelationTask): void => emit('change', { relation: next })
const takeFromScript = (): void =>
  change({ ...relation.value, ...relationFromSchema(read.schema, relation.value.name) })
const canTake = computed(
  () => read.schema.tables.some(table => !table.given) && relation.value.attributes.length === 0,
)
</script>

<template>
  <div class="asked">
    <button v-if="canTake && !readonly" type="button" class="plain small" @click="takeFromScript">
      Take attributes and dependencies from the script
    </button>
    <SetRelation
      :relation="relation"
      :readonly="readonly"
      @change="change"
      @proposed="emit('proposed', $event)"
    />
  </div>
</template>

<style scoped>
.asked {
  margin-bottom: 28px;
}
.asked > button {
  margin-bottom: 12px;
}
</style>
