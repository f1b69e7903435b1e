<script setup lang="ts">
import { writtenAt, type DictionaryEntry, type Slot } from '@nomenklatura/core/dictionary'
import { wording, type Finding } from '@nomenklatura/core/findings'

/** One slot of a catalogue entry, as wide as what stands in it; open, it says in words what is missing. */
const {
  entry,
  name: slot,
  findings,
  readonly = false,
} = defineProps<{
  entry: DictionaryEntry
  /** Which slot. */
  name: Slot
  findings: readonly Finding[]
  readonly?: boolean
}>()
const emit = defineEmits<{ write: [text: string] }>()
const worst = computed(
  () =>
    findings.find(({ severity }) => severity === 'error') ??
    findings.find(({ severity }) => severity === 'flaw'),
)
const written = computed(() => writtenAt(entry, slot))
const width = computed(() => {
  const letters = written.value === '' ? OPEN_SLOTS[slot].length : Math.max(written.value.length, 2)
  return `calc(${Math.min(64, letters)}ch + 9px)`
})
const isLong = computed(() => slot === 'meaning' || slot === 'rule')
</script>

<template>
  <input
    class="slot"
    :class="[worst?.severity, { mono: !isLong, serif: isLong, open: written === '' }]"
    :style="{ width: isLong ? `max(${width}, 20ch)` : width }"
    :value="written"
    :placeholder="OPEN_SLOTS[slot]"
    :readonly="readonly"
    :aria-label="slotLabel(entry, slot)"
    :aria-invalid="worst ? 'true' : undefined"
    :title="worst ? wording(worst).message : undefined"
    :data-slot="slot"
    spellcheck="false"
    autocomplete="off"
    :maxlength="isLong || slot === 'example' ? 2000 : 200"
    @input="emit('write', ($event.target as HTMLInputElement).value)"
  />
</template>

<style scoped>
.slot {
  font-weight: 400;
  max-width: 100%;
}
.slot.mono {
  font: 400 12.5px var(--font-mono);
}
.slot.serif {
  font: 400 13.5px var(--font-serif);
}
.slot.open {
  border-bottom-style: dashed;
}
.slot::placeholder {
  color: var(--soft);
  font-style: italic;
  font-family: var(--font-serif);
}
.slot.error {
  border-bottom: 2px solid var(--madder);
}
.slot.flaw {
  border-bottom: 2px solid var(--ochre);
}
</style>
