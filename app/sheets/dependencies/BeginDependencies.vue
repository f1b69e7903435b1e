<script setup lang="ts">
import { NEW_TASK, NO_CLAIMS, readClaims, type DependencyClaims } from '@nomenklatura/core/claims'
import type { SettingEmits, SettingProps } from '~/utils/setting'
import { toStudentRelation } from '#shared/student-relation'

/** What stands on the Dependencies sheet of each student at first. */
const { document, readonly } = defineProps<SettingProps>()
const emit = defineEmits<SettingEmits>()
const relation = computed(() => document.relation ?? NEW_TASK)
const claims = computed(() => document.begins?.claims ?? NO_CLAIMS)
const findings = computed(() => readClaims(relation.value, claims.value).findings)
const change = (part: Partial<DependencyClaims>): void =>
  emit('change', { begins: { script: '', ...document.begins, claims: { ...claims.value, ...part } } })
</script>

<template>
  <p v-if="relation.isFresh" class="serif paper empty">
    Each student has a task of their own here: there is nothing that all could begin with.
  </p>
  <DependencySheet
    v-else
    :relation="toStudentRelation(relation)"
    :claims="claims"
    :findings="findings"
    help-level="guided"
    :readonly="readonly"
    @change="change"
  />
</template>

<style scoped>
.empty {
  padding: 18px 22px;
}
</style>
