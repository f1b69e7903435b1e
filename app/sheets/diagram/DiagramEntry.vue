<script setup lang="ts">
import { completions, readLine, type Completion, type Diagram } from '@nomenklatura/core/diagram'

/** The entry line: a sentence makes what it says. Nothing is made until the whole line is read. */
const { diagram, readonly = false } = defineProps<{ diagram: Diagram; readonly?: boolean }>()
const emit = defineEmits<{ make: [diagram: Diagram, touched: readonly string[]]; leave: [] }>()

const text = ref('')
const earlier = ref<string[]>([])
let at = 0
const field = useTemplateRef<HTMLInputElement>('field')
const read = computed(() => (text.value.trim() === '' ? undefined : readLine(diagram, text.value)))
/**
 * Faults are told when the line is to be made, or when what is wrong is not its end, where one is still
 * typing.
 */
const isTold = ref(false)
const fault = computed(() =>
  read.value && !read.value.ok && (isTold.value || read.value.fault.end < text.value.trimEnd().length)
    ? read.value.fault
    : undefined,
)

/** What the end of the line may become; Tab takes the first. */
const offers = computed(() => completions(diagram, text.value))
function take({ text: completion, start }: Completion): void {
  text.value = `${text.value.slice(0, start)}${completion} `
  void nextTick(() => field.value?.focus())
}
function complete(event: KeyboardEvent): void {
  const [first] = offers.value
  if (!first || event.shiftKey) return
  event.preventDefault()
  take(first)
}
function make(): void {
  if (readonly || !read.value) return
  if (!read.value.ok) {
    isTold.value = true
    return
  }
  emit('make', read.value.diagram, read.value.touched)
  earlier.value = [...earlier.value.filter(line => line !== text.value), text.value]
  at = earlier.value.length
  text.value = ''
  isTold.value = false
}
function recall(by: number): void {
  at = Math.max(0, Math.min(earlier.value.length, at + by))
  text.value = earlier.value[at] ?? ''
}
watch(text, () => {
  isTold.value = false
})
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <div class="entry">
    <div v-if="fault || (read && read.ok) || offers.length > 0" class="told tiny">
      <span role="status" class="what">
        <span v-if="fault" class="bad"
          >{{ text.slice(fault.start, fault.end) ? `“${text.slice(fault.start, fault.end)}”: ` : ''
          }}{{ fault.message }}</span
        >
        <span v-else-if="read && read.ok">{{ read.made.join(' · ') }}</span></span
      >
      <span v-if="offers.length > 0" class="soft offer"
        ><kbd>Tab</kbd>
        <button
          v-for="offer in offers"
          :key="offer.text"
          type="button"
          tabindex="-1"
          @mousedown.prevent
          @click="take(offer)"
        >
          {{ offer.text.replaceAll('"', '') }}
        </button></span
      >
    </div>
    <label class="line"
      ><span aria-hidden="true">›</span><span class="visually-hidden">A sentence</span>
      <input
        ref="field"
        v-model="text"
        class="serif"
        :disabled="readonly"
        maxlength="1000"
        spellcheck="false"
        placeholder="a sentence, such as: Trip brings in many accessions; each accession comes from at most one trip"
        aria-label="A sentence"
        @keydown.enter.prevent="make"
        @keydown.esc.stop.prevent="emit('leave')"
        @keydown.tab="complete"
        @keydown.up.prevent="recall(-1)"
        @keydown.down.prevent="recall(1)"
      />
      <kbd>/</kbd></label
    >
  </div>
</template>

<style scoped>
.entry {
  position: relative;
}
.line {
  display: flex;
  gap: 9px;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: 2px;
  padding: 5px 11px;
}
.line:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
input {
  flex: 1;
  min-width: 0;
  background: transparent;
  border: 0;
  outline: none;
  font-size: 15px;
  color: var(--ink);
}
input:focus-visible {
  outline: none;
}
::placeholder {
  color: var(--soft);
  font-style: italic;
  opacity: 1;
}
.told {
  padding: 2px 4px 4px;
  display: flex;
  gap: 14px;
}
.bad {
  color: var(--madder);
  font-weight: 600;
}
.what {
  overflow-wrap: anywhere;
}
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  margin-left: auto;
}
.offer button {
  cursor: pointer;
}
.offer button:first-of-type {
  color: var(--ink);
  font-weight: 600;
}
</style>
