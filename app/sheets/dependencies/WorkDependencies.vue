<script setup lang="ts">
import type { EditOfSheet, PlaceOnSheet } from '../view'

/** The Dependencies sheet of a worksheet. */
const { asked, store, findingsOf } = useWorksheet()
const fields = useTemplateRef('fields')
const claims = computed(() => store.contentOf('dependencies'))
defineExpose({
  show: (place: PlaceOnSheet) => fields.value?.show(place),
  applyEdit: (edit: EditOfSheet) => fields.value?.applyEdit(edit),
})
</script>

<template>
  <DependencySheet
    v-if="asked.relation"
    ref="fields"
    :relation="asked.relation"
    :claims="claims"
    :findings="findingsOf.dependencies"
    :help-level="asked.helpLevel"
    :readonly="!asked.isOpen"
    @change="store.change('dependencies', { ...claims, ...$event })"
  />
</template>
