<script setup lang="ts">
import type { EditOfSheet, PlaceOnSheet } from '../view'

/** The Dependencies sheet of a worksheet. */
const { asked, store, findingsOf } = useWorksheet()
const claims = useTemplateRef('claims')
defineExpose({
  show: (place: PlaceOnSheet) => claims.value?.show(place),
  applyEdit: (edit: EditOfSheet) => claims.value?.applyEdit(edit),
})
</script>

<template>
  <DependencySheet
    v-if="asked.relation"
    ref="claims"
    :relation="asked.relation"
    :claims="store.claims"
    :findings="findingsOf.dependencies"
    :help-level="asked.helpLevel"
    :readonly="!asked.isOpen"
    @change="store.changeClaims"
  />
</template>
