<script setup lang="ts">
import { SHEETS, SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { readScript } from '@nomenklatura/core/sql'
import { EMPTY_DICTIONARY } from '@nomenklatura/core/dictionary'
import { LEVELS, givenDiagram, isEmptyDiagram, type Diagram, type Level } from '@nomenklatura/core/diagram'
import { NEW_TASK, relationFromSchema, type RelationTask } from '@nomenklatura/core/claims'
import type { RuleEntry } from '@nomenklatura/core/rules'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'

/** What is asked for, and the answer to it on each sheet. */
const { document, readonly } = defineProps<{ document: ExerciseDocument; readonly: boolean }>()
const emit = defineEmits<{
  change: [part: Partial<ExerciseDocument>]
  proposed: [rules: readonly RuleEntry[]]
}>()
const model = computed(() => document.models[0]?.script ?? '')
const dialect = computed(() => document.dialect ?? 'postgresql')
const given = computed(() => readScript(document.starter ?? '', { dialect: dialect.value }))
const { read } = useScriptReading(() => ({
  script: model.value,
  options: {
    given: given.value.schema,
    dialect: dialect.value,
    ...(document.habits ? { habits: document.habits } : {}),
  },
  earlier: [],
}))
const ownTables = computed(() => read.value.schema.tables.filter(table => !table.given))
const asks = (name: Sheet): boolean => document.sheets.includes(name) ?? false
const relation = computed<RelationTask>(() => document.relation ?? NEW_TASK)
function toggleSheet(name: Sheet): void {
  const sheets = SHEETS.filter(other => (other === name ? !asks(name) : asks(other)))
  if (sheets.length > 0) emit('change', { sheets, relation: relation.value })
}
const changeRelation = (next: RelationTask): void => emit('change', { relation: next })
const dictionary = computed(() => document.models[0]?.dictionary ?? EMPTY_DICTIONARY)
const level = computed<Level>(() => document.level ?? 'logical')
/** The model diagram; what is given stands on it from the beginning. */
const diagram = computed<Diagram>(() => {
  const drawn = document.models[0]?.diagram
  return drawn && !isEmptyDiagram(drawn)
    ? drawn
    : {
        ...givenDiagram(given.value.schema, level.value),
        ...(given.value.schema.tables.length === 0 ? { level: 'conceptual' as const } : {}),
      }
})
function changeModel(next: Partial<ExerciseDocument['models'][number]>): void {
  const [first, ...others] = document.models ?? []
  emit('change', { models: [{ name: 'Model answer', script: '', ...first, ...next }, ...others] })
}
const takeFromScript = (): void =>
  changeRelation({ ...relation.value, ...relationFromSchema(read.value.schema, relation.value.name) })
const starterEditor = ref(false)
const modelEditor = useTemplateRef('modelEditor')
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
    <button
      v-if="asks('dependencies') && ownTables.length > 0 && relation.attributes.length === 0 && !readonly"
      type="button"
      class="plain small"
      @click="takeFromScript"
    >
      Take attributes and dependencies from the script
    </button>
  </p>
  <SetRelation
    v-if="asks('dependencies')"
    :relation="relation"
    :readonly="readonly"
    class="relation"
    @change="changeRelation"
    @proposed="emit('proposed', $event)"
  />
  <DictionarySheet
    v-if="asks('dictionary')"
    class="relation"
    :dictionary="dictionary"
    :given="given.schema"
    :script="read.schema"
    :readonly="readonly"
    :name="document.title"
    @change="changeModel({ dictionary: $event })"
  />
  <template v-if="asks('diagram')">
    <p class="small level-asked">
      <label
        >The diagram is to reach the
        <select
          :value="level"
          :disabled="readonly"
          @change="emit('change', { level: ($event.target as HTMLSelectElement).value as Level })"
        >
          <option v-for="name in LEVELS" :key="name" :value="name">{{ name }}</option>
        </select>
        level</label
      >
    </p>
    <DiagramSheet
      class="drawing"
      :diagram="diagram"
      :asked="level"
      :readonly="readonly"
      :name="document.title"
      @change="changeModel({ diagram: $event })"
    />
  </template>
  <SetScript
    v-if="asks('script')"
    :document="document"
    :readonly="readonly"
    @change="emit('change', $event)"
  />
  <div v-if="asks('script')" class="answer">
    <div class="answer-main">
      <p class="small soft read-line" aria-live="polite">
        {{
          ownTables.length === 0
            ? 'Paste or write the CREATE TABLE statements of your answer.'
            : `Read: ${countOf(ownTables.length, 'table')}, ${countOf(
                ownTables.reduce((sum, table) => sum + table.references.length, 0),
                'reference',
              )}.`
        }}
        <button
          type="button"
          class="plain small"
          :aria-expanded="starterEditor"
          @click="starterEditor = !starterEditor"
        >
          {{ document.starter ? 'Tables that are given' : 'Give tables that exist already' }}
        </button>
      </p>
      <div v-if="starterEditor" class="paper editor starter">
        <CodeSheet
          :model-value="document.starter ?? ''"
          :findings="given.findings"
          :readonly="readonly"
          label="Tables that are given"
          placeholder="CREATE TABLE statements that stand above every student's script"
          @update:model-value="emit('change', { starter: $event.trim() === '' ? null : $event })"
        />
      </div>
      <div class="paper editor">
        <CodeSheet
          ref="modelEditor"
          :model-value="model"
          :findings="read.findings"
          :schema="read.schema"
          :dialect="dialect"
          :readonly="readonly"
          label="Model answer"
          @update:model-value="changeModel({ script: $event })"
        />
      </div>
    </div>
    <aside class="answer-notes">
      <MarginNotes
        :findings="read.findings"
        :verdicts="[]"
        checked-at=""
        :is-stale="false"
        :tells-verdicts="false"
        :has-text="model.trim() !== ''"
        nothing="Nothing to see: it is well formed."
        @show="modelEditor?.show($event)"
        @fix="modelEditor?.applyEdit($event)"
      />
    </aside>
  </div>
</template>

<style scoped>
.sheets {
  display: flex;
  gap: 18px;
  margin-bottom: 12px;
}
.sheets label {
  display: flex;
  gap: 6px;
}
.relation {
  margin-bottom: 28px;
}
.drawing {
  height: 66vh;
  min-height: 480px;
  margin-bottom: 28px;
}
.level-asked {
  margin-bottom: 8px;
}
.level-asked select {
  background: transparent;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
.level-asked option {
  background: var(--sheet);
}
.answer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 8px;
}
.answer-notes {
  border-left: 1px solid var(--rule-strong);
}
.read-line {
  display: flex;
  justify-content: space-between;
  margin-bottom: 8px;
}
.editor {
  height: 56vh;
  overflow: hidden;
  box-shadow: 3px 3px 0 var(--shadow);
}
.starter {
  height: 26vh;
  margin-bottom: 12px;
}
@media (max-width: 1023px) {
  .answer {
    grid-template-columns: minmax(0, 1fr);
  }
  .answer-notes {
    border: 0;
  }
}
</style>
