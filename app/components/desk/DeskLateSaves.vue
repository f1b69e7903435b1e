<script setup lang="ts">
import { readableContent } from '@nomenklatura/core/sheets'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { LateSave } from '#shared/answers'

/** What students wrote after closing: it does not count by itself, and nothing of it is lost. */
const { exerciseId, timeZone } = defineProps<{ exerciseId: string; timeZone: string }>()
const open = defineModel<boolean>('open', { required: true })
const { answer: saves, error, reload } = useAnswer<LateSave[]>(() => `/exercises/${exerciseId}/late-saves`)
</script>

<template>
  <UModal
    v-model:open="open"
    title="Came after closing"
    description="The last of each sheet. It does not count: what was handed in, or saved by the due moment, does. Another date for the student makes it count, once it is saved again."
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <p v-if="error" role="alert">
        {{ error }} <button type="button" class="plain" @click="reload">Try again</button>
      </p>
      <article v-for="save in saves ?? []" :key="`${save.personId} ${save.sheet}`" class="save">
        <h3>
          {{ save.name }}
          <span class="soft small">{{ SHEET_NAMES[save.sheet] }}, {{ timeInWords(save.at, timeZone) }}</span>
        </h3>
        <pre class="mono" tabindex="0">{{ readableContent(save.sheet, save.content) }}</pre>
      </article>
    </template>
  </UModal>
</template>

<style scoped>
.save + .save {
  margin-top: 16px;
}
.save pre {
  border: 1px solid var(--rule-strong);
  padding: 10px;
  font-size: 12.5px;
  max-height: 34vh;
  overflow: auto;
  margin-top: 6px;
  white-space: pre-wrap;
}
</style>
