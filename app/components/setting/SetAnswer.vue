<script setup lang="ts">
import type { Component } from 'vue'
import { SHEETS, SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { NEW_TASK } from '@nomenklatura/core/claims'
import type { RuleEntry } from '@nomenklatura/core/rules'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { reviewScript } from '@nomenklatura/core/sql'
import { sheetView } from '~/sheets'

/** What is asked for, and the answer to it on each sheet. */
const { document, readonly } = defineProps<{ document: ExerciseDocument; readonly: boolean }>()
const emit = defineEmits<{
  change: [part: Partial<ExerciseDocument>]
  proposed: [rules: readonly RuleEntry[]]
}>()
/** Which of several model answers is shown: its sheets are set as if it were the first. So is what students begin with. */
const at = ref(0)
const shown = computed<ExerciseDocument>(() => {
  if (at.value === BEGINS)
    return { ...document, models: [{ name: '', script: '', ...document.begins }, ...document.models] }
  const chosen = document.models[at.value]
  return chosen && at.value > 0
    ? { ...document, models: [chosen, ...document.models.filter((_, i) => i !== at.value)] }
    : document
})
function change(part: Partial<ExerciseDocument>): void {
  const [set] = part.models ?? []
  if (set && at.value === BEGINS) {
    const { script, dictionary, diagram } = set
    return emit('change', {
      begins: {
        ...document.begins,
        script,
        ...(dictionary ? { dictionary } : {}),
        ...(diagram ? { diagram } : {}),
      },
    })
  }
  emit(
    'change',
    set && at.value > 0
      ? { ...part, models: document.models.map((model, i) => (i === at.value ? set : model)) }
      : part,
  )
}
const given = computed(() => reviewScript(document.starter ?? '', { dialect: document.dialect }))
const { read } = useScriptReading(() => ({
  script: shown.value.models[0]?.script ?? '',
  options: {
    given: given.value.schema,
    dialect: document.dialect,
    ...(document.habits ? { habits: document.habits } : {}),
  },
  chain: NOTHING_COMPARED,
}))
const asks = (name: Sheet): boolean => document.sheets.includes(name)
/** Claims have no model answer: it follows from the relation. */
const asksClaims = computed(() => asks('dependencies') && (document.relation?.attributes.length ?? 0) > 0)
function partFor(name: Sheet): Component {
  const { setting, beginning = setting } = sheetView(name)
  return at.value === BEGINS ? beginning : setting
}
function toggleSheet(name: Sheet): void {
  const sheets = SHEETS.filter(other => (other === name ? !asks(name) : asks(other)))
  if (sheets.length === 0) return
  if (!asks(name)) turned.value = name
  emit('change', { sheets, relation: document.relation ?? NEW_TASK })
}
/** The sheet that was turned to; the one that is shown is asked for. */
const turned = ref<Sheet>()
const sheet = computed<Sheet>(() => (turned.value && asks(turned.value) ? turned.value : document.sheets[0]!))
</script>

<template>
  <p class="sheets small">
    Asked for:
    <label v-for="name in SHEETS" :key="name"
      ><input
        type="checkbox"
        :checked="asks(name)"
        :disabled="readonly || (asks(name) && document.sheets.length === 1)"
        @change="toggleSheet(name)"
      />
      {{ SHEET_NAMES[name] }}</label
    >
  </p>
  <SetModels
    v-if="document.models.length > 0 || asksClaims"
    v-model:at="at"
    :document="document"
    :readonly="readonly"
    @change="emit('change', { models: $event })"
  />
  <div v-if="document.sheets.length > 1" class="of-sheet" role="group" aria-label="Sheets of the answer">
    <button
      v-for="name in document.sheets"
      :key="name"
      type="button"
      :aria-pressed="sheet === name"
      @click="turned = name"
    >
      {{ SHEET_NAMES[name] }}
    </button>
  </div>
  <component
    :is="partFor(sheet)"
    :key="`${sheet} ${at}`"
    :document="shown"
    :readonly="readonly"
    :given="given"
    :read="read"
    @change="change"
    @proposed="emit('proposed', $event)"
  />
  <SetRename v-if="!readonly" :document="document" @change="emit('change', $event)" />
</template>

<style scoped>
.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-bottom: 12px;
}
.of-sheet {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-bottom: 16px;
  border-bottom: 1px solid var(--rule);
}
.of-sheet button {
  font-weight: 600;
  color: var(--soft);
  cursor: pointer;
  padding: 2px 1px 4px;
  border-bottom: 2px solid transparent;
}
.of-sheet button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
.sheets label {
  display: flex;
  gap: 6px;
}
</style>
