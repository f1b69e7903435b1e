<script setup lang="ts">
import { EMPTY_DICTIONARY } from '@nomenklatura/core/dictionary'
import type { SettingEmits, SettingProps } from '~/utils/setting'

/** The model dictionary. */
const { document } = defineProps<SettingProps>()
const emit = defineEmits<SettingEmits>()
const dictionary = computed(() => document.models[0]?.dictionary ?? EMPTY_DICTIONARY)
</script>

<template>
  <DictionarySheet
    class="asked"
    :dictionary="dictionary"
    :given="given.schema"
    :script="read.schema"
    :readonly="readonly"
    :name="document.title"
    @change="emit('change', withModel(document, { dictionary: $event }))"
  />
</template>

<style scoped>
.asked {
  margin-bottom: 28px;
}
</style>
