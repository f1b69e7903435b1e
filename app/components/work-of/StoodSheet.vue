<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { readableContent, sheetModule } from '@nomenklatura/core/sheets'
import { sheetView } from '~/sheets'
import type { ShownAnswer } from '~/sheets/view'

/** What stood on a sheet, as it is drawn or written; or compared line by line with what stood before. */
const { sheet, content, before, name, closures, rules } = defineProps<{
  sheet: Sheet
  content: string
  /** With what it is compared. */
  before: string | undefined
  name: string
  closures: ShownAnswer['closures']
  rules: ShownAnswer['rules']
}>()
const shown = computed<ShownAnswer | undefined>(() => {
  const { field, parse } = sheetModule(sheet)
  try {
    const answer = { script: '', [field]: parse(content) }
    return { answer, closures, rules, label: `${SHEET_NAMES[sheet]} of ${name}` }
  } catch {
    return undefined
  }
})
const isNothing = computed(() => readableContent(sheet, content).trim() === '')
const lines = computed(() =>
  before === undefined ? [] : compareTexts(readableContent(sheet, before), readableContent(sheet, content)),
)
const changed = computed(() => ({
  gone: lines.value.filter(({ is }) => is === 'then').length,
  new: lines.value.filter(({ is }) => is === 'now').length,
}))
</script>

<template>
  <div v-if="before !== undefined" class="compared">
    <p class="small soft" role="status">
      {{
        changed.gone + changed.new === 0
          ? 'Nothing differs.'
          : `${countOf(changed.new, 'line')} new, ${countOf(changed.gone, 'line')} gone.`
      }}
    </p>
    <ComparedText :lines="lines" then="gone" now="new" label="Compared line by line" />
  </div>
  <p v-else-if="isNothing" class="serif soft nothing">Nothing stood here.</p>
  <component :is="sheetView(sheet).handedIn" v-else-if="shown" :shown="shown" />
  <pre v-else class="paper mono unread" tabindex="0">{{ content }}</pre>
</template>

<style scoped>
.compared {
  display: grid;
  gap: 6px;
}
.nothing {
  font-style: italic;
  padding: 12px 0;
}
.unread {
  padding: 12px 14px;
  white-space: pre-wrap;
}
</style>
