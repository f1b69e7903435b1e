<script setup lang="ts">
import type { SettingEmits, SettingProps } from '~/utils/setting'

/** The model script, what is given above it, and how scripts are written in this course. */
const { document, read } = defineProps<SettingProps>()
const emit = defineEmits<SettingEmits>()
const model = computed(() => document.models[0]?.script ?? '')
const ownTables = computed(() => read.schema.tables.filter(table => !table.given))
const starterEditor = ref(false)
const modelEditor = useTemplateRef('modelEditor')
</script>

<template>
  <ScriptHabits :document="document" :readonly="readonly" @change="emit('change', $event)" />
  <div class="answer">
    <div class="answer-main">
      <p class="small soft read-line" aria-live="polite">
        {{
          ownTables.length === 0
            ? 'Paste or write the CREATE TABLE statements of your answer, or paste its relations: TRIP(_trip_no_, day, site → SITE).'
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
      <div v-if="starterEditor" class="paper written starter">
        <CodeSheet
          :model-value="document.starter ?? ''"
          :findings="given.findings"
          :readonly="readonly"
          label="Tables that are given"
          placeholder="CREATE TABLE statements that stand above every student's script"
          @update:model-value="emit('change', { starter: $event.trim() === '' ? null : $event })"
        />
      </div>
      <div class="paper written">
        <CodeSheet
          ref="modelEditor"
          :model-value="model"
          :findings="read.findings"
          :schema="read.schema"
          :dialect="document.dialect"
          :readonly="readonly"
          label="Model answer"
          @update:model-value="emit('change', withModel(document, { script: $event }))"
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
.written {
  height: 56vh;
  overflow: hidden;
  box-shadow: 3px 3px 0 var(--shadow);
}
.written.starter {
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
