<script setup lang="ts">
import { wording, type Finding } from '@nomenklatura/core/findings'
import { lineIndex } from '@nomenklatura/core/language'
import { fixAll, isOfForm, type ReviewOptions } from '@nomenklatura/core/sql'

/** All fixes of how a script is written, looked at before they are made: one step that can be undone. */
const { script, findings, options } = defineProps<{
  script: string
  findings: readonly Finding[]
  options: ReviewOptions
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ take: [text: string]; closed: [] }>()

const mended = computed(() => (open.value ? fixAll(script, options) : undefined))
const lines = computed(() => {
  const at = lineIndex(script)
  return findings
    .filter(finding => finding.fix && isOfForm(finding))
    .map((finding, i) => ({
      i,
      line: at.at(finding.place.start).line,
      before: script.slice(finding.fix!.span.start, finding.fix!.span.end),
      after: finding.fix!.text,
      message: wording(finding).message,
    }))
})
const more = computed(() => (mended.value?.count ?? 0) - lines.value.length)
const shown = (text: string): string =>
  text.trim() === '' ? (text === '' ? '' : '␣') : text.trim().replace(/\s+/g, ' ')

/** What opened it is gone when all is mended: the one who asks for it says where the focus goes. */
function leave(event: Event): void {
  event.preventDefault()
  emit('closed')
}
function take(): void {
  if (mended.value) emit('take', mended.value.text)
  open.value = false
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Mend how it is written"
    description="Each place as it is and as it would be. What the script says stays the same."
    :ui="{ content: 'max-w-3xl' }"
    :content="{ onCloseAutoFocus: leave }"
  >
    <template #body>
      <div class="scroll" tabindex="0" role="region" aria-label="Changes">
        <table class="changes">
          <thead>
            <tr>
              <th>Line</th>
              <th>As it is</th>
              <th>As it would be</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ i, line, before, after, message } in lines" :key="i">
              <td class="num">{{ line }}</td>
              <td>
                <s v-if="shown(before)" class="mono">{{ shown(before) }}</s><span v-else class="soft small"
                  >nothing</span
                >
              </td>
              <td>
                <span v-if="shown(after)" class="mono new">{{ shown(after) }}</span><span
                  v-else
                  class="soft small"
                  >taken out</span
                >
                <p class="small soft">{{ message }}</p>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="more > 0" class="small soft">And {{ countOf(more, 'place') }} that these bring to light.</p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
      <UButton @click="take">Make {{ countOf(mended?.count ?? 0, 'change') }}</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.scroll {
  max-height: 52vh;
  overflow: auto;
}
.changes {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-size: 12.5px;
  color: var(--soft);
  font-weight: 600;
  padding: 4px 10px 4px 0;
}
td {
  border-top: 1px solid var(--rule);
  padding: 6px 10px 6px 0;
  vertical-align: top;
  font-size: 13px;
  overflow-wrap: anywhere;
}
.num {
  width: 46px;
  color: var(--soft);
}
td:nth-child(2) {
  width: 34%;
}
s {
  color: var(--madder);
  text-decoration-thickness: 1px;
}
.new {
  color: var(--verdigris);
}
</style>
