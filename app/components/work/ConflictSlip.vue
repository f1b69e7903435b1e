<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { readableContent } from '@nomenklatura/core/sheets'

/** A sheet that was changed in two windows: both versions, to choose the one to go on with. */
const { timeZone } = defineProps<{ timeZone: string }>()
const looking = defineModel<boolean>('open', { required: true })
const store = useWorksheetStore()

const readable = (text: string): string => (store.conflict ? readableContent(store.conflict, text) : '')

function resolve(mine: boolean): void {
  store.resolveConflict(mine)
  looking.value = false
}
</script>

<template>
  <UModal
    v-model:open="looking"
    :title="`Two versions of ${store.conflict ? SHEET_NAMES[store.conflict] : ''}`"
    description="Choose the one to go on with; the other stays in the sheet’s history."
    :ui="{ content: 'max-w-5xl' }"
  >
    <template v-if="store.save.status === 'conflict'" #body>
      <div class="two">
        <div>
          <h3>In this window</h3>
          <pre class="mono" tabindex="0">{{ readable(store.textOf(store.conflict!)) }}</pre>
          <UButton @click="resolve(true)">Go on with this one</UButton>
        </div>
        <div>
          <h3>Saved at {{ clockInWords(store.save.at, timeZone) }} in the other</h3>
          <pre class="mono" tabindex="0">{{ readable(store.save.theirs) }}</pre>
          <UButton variant="outline" color="neutral" @click="resolve(false)">Go on with that one</UButton>
        </div>
      </div>
    </template>
  </UModal>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 20px;
}
.two pre {
  border: 1px solid var(--rule-strong);
  padding: 10px;
  font-size: 12.5px;
  max-height: 50vh;
  overflow: auto;
  margin: 8px 0 12px;
}
</style>
