<script setup lang="ts">
import { aloud, type Diagram } from '@nomenklatura/core/diagram'
import { dictionaryToComment, type Dictionary } from '@nomenklatura/core/dictionary'
import type { DependencyClaims } from '@nomenklatura/core/claims'
import { SHEET_NAMES } from '#shared/sheets'

/** A sheet that was changed in two windows: both versions, to choose the one to go on with. */
const { timeZone } = defineProps<{ timeZone: string }>()
const looking = defineModel<boolean>('open', { required: true })
const store = useWorksheetStore()

function resolve(mine: boolean): void {
  store.resolveConflict(mine)
  looking.value = false
}
/** The content of a sheet as a person reads it. */
function readable(content: string): string {
  if (!content.startsWith('{')) return content
  if (content.includes('"nomenklatura-diagram"')) return aloud(JSON.parse(content) as Diagram).map(({ text }) => text).join('\n')
  if (content.startsWith('{"entries"')) return dictionaryToComment(JSON.parse(content) as Dictionary)
  const { dependencies, keys, prime, form, reason, split, closures, assumptions } = JSON.parse(content) as DependencyClaims
  const parts: readonly [string, string][] = [['Dependencies', dependencies], ['Closures', closures.join('\n')], ['Keys', keys], ['Prime', prime], ['Form', [form, reason].filter(text => text !== '').join(', because of ')], ['Split', split], ['Taken for granted', assumptions]]
  return parts.filter(([, text]) => text.trim() !== '').map(([name, text]) => `${name}\n${text.trim()}`).join('\n\n')
}
</script>

<template>
  <UModal v-model:open="looking" :title="`Two versions of ${SHEET_NAMES[store.conflict ?? 'script']}`" description="Choose the one to go on with; the other stays in the sheet’s history." :ui="{ content: 'max-w-5xl' }">
    <template v-if="store.save.status === 'conflict'" #body>
      <div class="two">
        <div><h3>In this window</h3><pre class="mono" tabindex="0">{{ readable(store.contentOf(store.conflict ?? 'script')) }}</pre><UButton @click="resolve(true)">Go on with this one</UButton></div>
        <div><h3>Saved at {{ clockInWords(store.save.at, timeZone) }} in the other</h3><pre class="mono" tabindex="0">{{ readable(store.save.theirs) }}</pre><UButton variant="outline" color="neutral" @click="resolve(false)">Go on with that one</UButton></div>
      </div>
    </template>
  </UModal>
</template>

<style scoped>
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 20px; }
.two pre { border: 1px solid var(--rule-strong); padding: 10px; font-size: 12.5px; max-height: 50vh; overflow: auto; margin: 8px 0 12px; }
</style>
