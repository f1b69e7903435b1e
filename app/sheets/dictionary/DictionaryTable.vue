<script setup lang="ts">
import {
  NEW_ENTRY,
  SLOTS,
  SLOT_NAMES,
  fieldName,
  FURTHER_SLOTS,
  pasteCells,
  writtenAt,
  withSlot,
  type Dictionary,
  type DictionaryEntry,
  type Slot,
} from '@nomenklatura/core/dictionary'
import { wording, type Finding } from '@nomenklatura/core/findings'

/**
 * The dictionary as a ruled table with the keys of a spreadsheet: arrows move, Enter or F2 or a letter
 * writes, Tab goes on, Ctrl+D fills down.
 */
const {
  dictionary,
  findings,
  readonly = false,
} = defineProps<{ dictionary: Dictionary; findings: readonly Finding[]; readonly?: boolean }>()
const emit = defineEmits<{ change: [dictionary: Dictionary] }>()

/** One empty line is always there. */
const lines = computed<DictionaryEntry[]>(() =>
  readonly ? [...dictionary.entries] : [...dictionary.entries, NEW_ENTRY],
)
const at = reactive({ row: 0, column: 0 })
const writing = ref(false)
const text = ref('')
const grid = useTemplateRef<HTMLElement>('grid')
const showsAll = ref(false)
/** Those that few courses ask for stand there where they are asked for, or written on. */
const slots = computed(() =>
  SLOTS.filter(
    slot =>
      showsAll.value ||
      !FURTHER_SLOTS.includes(slot) ||
      dictionary.entries.some(entry => writtenAt(entry, slot) !== ''),
  ),
)
const slotAt = (column: number): Slot => slots.value[Math.min(column, slots.value.length - 1)]!
const findingOf = (entry: number, slot: Slot): Finding | undefined =>
  findings.find(
    ({ field, severity }) =>
      field === fieldName({ entry, slot }) && (severity === 'error' || severity === 'flaw'),
  )

function write(row: number, slot: Slot, written: string): void {
  const entries = [...dictionary.entries]
  while (entries.length <= row) entries.push(NEW_ENTRY)
  const next = withSlot(entries[row]!, slot, written)
  if (next[slot] === entries[row]![slot] && row < dictionary.entries.length) return
  if (row >= dictionary.entries.length && written.trim() === '') return
  entries[row] = next
  emit('change', { entries })
}
async function focusCell(): Promise<void> {
  await nextTick()
  grid.value?.querySelector<HTMLElement>(`[data-cell="${at.row} ${at.column}"]`)?.focus()
}
function move(rows: number, columns: number): void {
  at.row = Math.max(0, Math.min(lines.value.length - 1, at.row + rows))
  at.column = Math.max(0, Math.min(slots.value.length - 1, at.column + columns))
  void focusCell()
}
async function begin(initial?: string): Promise<void> {
  if (readonly) return
  text.value = initial ?? slotText(lines.value[at.row]!, slotAt(at.column))
  writing.value = true
  await nextTick()
  const input = grid.value?.querySelector<HTMLInputElement>('input.cell')
  input?.focus()
  if (initial === undefined) input?.select()
}
function finish(keep: boolean): void {
  if (!writing.value) return
  writing.value = false
  if (keep) write(at.row, slotAt(at.column), text.value)
}
function onCellKey(event: KeyboardEvent): void {
  const ctrl = event.ctrlKey || event.metaKey
  const moves: Readonly<Record<string, readonly [number, number]>> = {
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
  }
  const by = moves[event.key]
  if (by && !ctrl && !event.altKey) move(...by)
  else if (event.key === 'Home') move(ctrl ? -at.row : 0, -at.column)
  else if (event.key === 'End') move(ctrl ? lines.value.length : 0, slots.value.length)
  else if (ctrl && event.key === 'Enter') return
  else if (event.key === 'Enter' || event.key === 'F2') void begin()
  else if ((event.key === 'Delete' || event.key === 'Backspace') && !readonly)
    write(at.row, slotAt(at.column), '')
  else if (ctrl && event.key.toLowerCase() === 'd' && !readonly) {
    if (at.row > 0) write(at.row, slotAt(at.column), writtenAt(lines.value[at.row - 1]!, slotAt(at.column)))
    move(at.row + 1 < lines.value.length ? 1 : 0, 0)
  } else if (event.key.length === 1 && !ctrl && !event.altKey && !readonly) void begin(event.key)
  else return
  event.preventDefault()
  event.stopPropagation()
}
function onInputKey(event: KeyboardEvent): void {
  if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') return finish(true)
  if (!['Enter', 'Escape', 'Tab'].includes(event.key)) return event.stopPropagation()
  finish(event.key !== 'Escape')
  if (event.key === 'Enter') move(1, 0)
  else if (event.key === 'Tab') move(0, event.shiftKey ? -1 : 1)
  else void focusCell()
  event.preventDefault()
  event.stopPropagation()
}
function onPaste(event: ClipboardEvent): void {
  if (writing.value || readonly) return
  const pasted = event.clipboardData?.getData('text/plain') ?? ''
  if (pasted === '') return
  event.preventDefault()
  emit('change', pasteCells(dictionary, { entry: at.row, slot: slotAt(at.column) }, pasted, slots.value))
  void focusCell()
}
function onCopy(event: ClipboardEvent): void {
  if (writing.value) return
  event.preventDefault()
  event.clipboardData?.setData('text/plain', writtenAt(lines.value[at.row]!, slotAt(at.column)))
}
/** Sorting orders the lines themselves, by this slot; equal ones stay as they stand. */
function sort(slot: Slot): void {
  if (readonly) return
  const entries = dictionary.entries.toSorted((a, b) =>
    writtenAt(a, slot).localeCompare(writtenAt(b, slot), 'en', { numeric: true }),
  )
  emit('change', {
    entries: entries.some((entry, i) => entry !== dictionary.entries[i]) ? entries : entries.toReversed(),
  })
}
const CHOICES: Readonly<Partial<Record<Slot, readonly string[]>>> = {
  required: ['required', 'may be empty'],
  key: ['primary', 'unique', 'unique together (1)', 'unique together (2)'],
  onDelete: ['restrict', 'cascade', 'set null', 'set default', 'no action'],
  onUpdate: ['restrict', 'cascade', 'set null', 'set default', 'no action'],
}
const choices = computed(() => CHOICES[slotAt(at.column)] ?? [])

function goTo(row: number, column: number): void {
  at.row = row
  at.column = column
}
</script>

<template>
  <div ref="grid" class="scroll" @paste="onPaste" @copy="onCopy">
    <table role="grid" aria-label="Dictionary" :aria-rowcount="lines.length + 1">
      <thead>
        <tr>
          <th v-for="slot in slots" :key="slot" scope="col">
            <button type="button" class="sort" :title="`Sort by ${SLOT_NAMES[slot]}`" @click="sort(slot)">
              {{ SLOT_NAMES[slot] }}
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(entry, row) in lines"
          :key="row"
          :class="{ fresh: row > 0 && entry.entity !== '' && entry.entity !== lines[row - 1]!.entity }"
        >
          <td
            v-for="(slot, column) in slots"
            :key="slot"
            role="gridcell"
            :data-cell="`${row} ${column}`"
            :data-at="`${row} ${slot}`"
            :tabindex="row === at.row && column === at.column ? 0 : -1"
            :class="[
              findingOf(row, slot)?.severity,
              slot === 'meaning' || slot === 'rule' ? 'serif' : 'mono',
              { key: slot === 'field' && entry.key === 'primary' },
            ]"
            :aria-selected="row === at.row && column === at.column"
            :aria-label="`${slotLabel(entry, slot)}: ${slotText(entry, slot) || 'open'}`"
            :aria-invalid="findingOf(row, slot) ? 'true' : undefined"
            :title="findingOf(row, slot) ? wording(findingOf(row, slot)!).message : undefined"
            @focus="goTo(row, column)"
            @click="goTo(row, column)"
            @dblclick="begin()"
            @keydown="onCellKey"
          >
            <template v-if="writing && row === at.row && column === at.column">
              <input
                v-model="text"
                class="cell"
                :aria-label="slotLabel(entry, slot)"
                spellcheck="false"
                autocomplete="off"
                :list="choices.length > 0 ? 'choices' : undefined"
                @keydown="onInputKey"
                @blur="finish(true)"
              />
            </template>
            <span v-else class="value">{{ slotText(entry, slot) }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="slots.length < SLOTS.length && !readonly"
      type="button"
      class="plain small more"
      @click="showsAll = true"
    >
      Columns for defaults, numbering and actions
    </button>
    <datalist id="choices"><option v-for="choice in choices" :key="choice" :value="choice" /></datalist>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
}
table {
  border-collapse: collapse;
  font-size: 12.5px;
  min-width: 100%;
}
.more {
  padding: 5px 8px;
}
th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  text-align: left;
  padding: 5px 8px;
  border-bottom: 1px solid var(--rule-strong);
  z-index: 1;
  white-space: nowrap;
}
.sort {
  color: var(--soft);
  font: 600 12.5px var(--font-sans);
  cursor: pointer;
}
.sort:hover {
  color: var(--verdigris);
}
td {
  padding: 0;
  border-bottom: 1px solid var(--rule);
  height: 27px;
  min-width: 56px;
  max-width: 240px;
  outline-offset: -2px !important;
}
tr.fresh td {
  border-top: 1px solid var(--rule-strong);
}
.value {
  display: block;
  padding: 4px 8px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-height: 1em;
}
.key .value {
  text-decoration: underline;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 3px;
}
td.error {
  box-shadow: inset 0 -2px 0 var(--madder);
}
td.flaw {
  box-shadow: inset 0 -2px 0 var(--ochre);
}
.cell {
  width: 100%;
  height: 26px;
  padding: 2px 7px;
  font: inherit;
  background: var(--verdigris-wash);
  color: var(--ink);
  border: 0;
  outline: 2px solid var(--ink) !important;
  outline-offset: -2px !important;
}
</style>
