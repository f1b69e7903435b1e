<script setup lang="ts">
import type { EditOfSheet, PlaceOnSheet } from '../view'

/** The Script sheet of a worksheet. */
const {
  asked,
  store,
  findingsOf,
  read,
  scriptSentences,
  scriptOptions,
  scriptDrafts,
  otherSheets,
  renameElsewhere,
  readText,
  isTrialOpen,
} = useWorksheet()
const editor = useTemplateRef('editor')
const trial = useRowTrial(
  () => ({
    script: readText.value,
    read: read.value,
    starter: asked.value.starter ?? '',
    home: asked.value.script.dialect,
  }),
  { document: () => store.rowTrial, change: store.changeRowTrial, exerciseId: asked.value.exerciseId },
)
defineExpose({
  show: (place: PlaceOnSheet) => editor.value?.show(place),
  applyEdit: (edit: EditOfSheet) => editor.value?.applyEdit(edit),
})
</script>

<template>
  <p v-if="scriptDrafts.length > 0" class="small begin">
    <button
      v-for="draft in scriptDrafts"
      :key="draft.words"
      type="button"
      class="plain small"
      @click="draft.make"
    >
      {{ draft.words }}
    </button>
  </p>
  <ScriptSheet
    ref="editor"
    v-model:below="isTrialOpen"
    :script="store.contentOf('script')"
    :findings="findingsOf.script"
    :read="read"
    :aloud="scriptSentences"
    :options="scriptOptions"
    :home="asked.script.dialect"
    :dialects="asked.script.dialects"
    :starter="asked.starter"
    :readonly="!asked.isOpen"
    :name="asked.title"
    :others="otherSheets"
    @change="store.change('script', $event)"
    @others="renameElsewhere"
  >
    <template #below><RowTrial :trial="trial" :is-unread="store.isTrialUnread" /></template>
  </ScriptSheet>
</template>

<style scoped>
.begin {
  display: flex;
  gap: 18px;
  margin-bottom: 6px;
}
</style>
