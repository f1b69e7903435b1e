<script setup lang="ts">
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { DIALECT, DIALECTS, type Dialect } from '@nomenklatura/core/schema'
import { CATALOGUE, type FindingCode } from '@nomenklatura/core/findings'
import { FINDING_EXAMPLES, Habits, NAME_STYLES } from '@nomenklatura/core/sql'

/** For which servers scripts are written, and the conventions of the course, as sentences with slots. */
const { document, readonly = false } = defineProps<{ document: ExerciseDocument; readonly?: boolean }>()
const emit = defineEmits<{ change: [part: Partial<ExerciseDocument>] }>()

const habits = computed<Habits>(() => document.habits ?? {})
const fault = ref('')
const others = computed(() => DIALECTS.filter(other => other !== document.dialect))

function allow(dialect: Dialect, isAllowed: boolean): void {
  const now = new Set(document.dialects ?? [])
  if (isAllowed) now.add(dialect)
  else now.delete(dialect)
  emit('change', { dialects: DIALECTS.filter(other => now.has(other)) })
}
/** An empty slot asks nothing. */
function say(part: { [K in keyof Habits]?: string | boolean | string[] }): void {
  const next = Object.fromEntries(
    Object.entries({ ...habits.value, ...part }).filter(
      ([, value]) => value !== '' && value !== false && !(Array.isArray(value) && value.length === 0),
    ),
  )
  const parsed = Habits.safeParse(next)
  fault.value = parsed.success ? '' : parsed.error.issues[0]!.message
  if (parsed.success) emit('change', { habits: parsed.data })
}
const valueOf = (event: Event): string => (event.target as HTMLInputElement | HTMLSelectElement).value.trim()
/** What can be said of a script that would run, by group and name. */
const NOTES = Object.keys(FINDING_EXAMPLES)
  .filter(code => CATALOGUE[code as FindingCode].severity !== 'error')
  .map(code => ({ value: code, label: code.replace('.', ': ').replaceAll('-', ' ') }))
const quietWords = computed(
  () =>
    NOTES.filter(({ value }) => habits.value.quiet?.includes(value))
      .map(({ label }) => label)
      .join(', ') || 'nothing',
)
const PATTERNS = [
  ['primaryKey', 'primary keys', 'PK_{table}'],
  ['unique', 'UNIQUE', 'UQ_{table}_{columns}'],
  ['reference', 'references', 'FK_{table}_{target}'],
  ['check', 'CHECKs', 'CK_{table}_{number}'],
] as const
</script>

<template>
  <div class="serif script-set">
    <p>
      Scripts are written for
      <select
        :value="document.dialect"
        :disabled="readonly"
        aria-label="Dialect of scripts"
        @change="emit('change', { dialect: valueOf($event) as Dialect })"
      >
        <option v-for="dialect in DIALECTS" :key="dialect" :value="dialect">
          {{ DIALECT[dialect].name }}
        </option></select
      >. Students may write for another server as well:
      <label v-for="dialect in others" :key="dialect" class="other"
        ><input
          type="checkbox"
          :checked="document.dialects?.includes(dialect) ?? false"
          :disabled="readonly"
          @change="allow(dialect, ($event.target as HTMLInputElement).checked)"
        />
        {{ DIALECT[dialect].name }}</label
      >
    </p>
    <details>
      <summary class="small">
        Conventions of the course{{
          Object.keys(habits).length > 0
            ? `: ${countOf(Object.keys(habits).length, 'is', 'are')} asked`
            : ': none is asked'
        }}
      </summary>
      <p>
        Tables are called in
        <select
          :value="habits.tables ?? ''"
          :disabled="readonly"
          aria-label="Names of tables"
          @change="say({ tables: valueOf($event) })"
        >
          <option value="">any way</option>
          <option v-for="style in NAME_STYLES" :key="style" :value="style">{{ style }}</option></select
        >, in the
        <select
          :value="habits.number ?? ''"
          :disabled="readonly"
          aria-label="Number of names of tables"
          @change="say({ number: valueOf($event) })"
        >
          <option value="">singular or plural</option>
          <option value="singular">singular</option>
          <option value="plural">plural</option></select
        >; columns in
        <select
          :value="habits.columns ?? ''"
          :disabled="readonly"
          aria-label="Names of columns"
          @change="say({ columns: valueOf($event) })"
        >
          <option value="">any way</option>
          <option v-for="style in NAME_STYLES" :key="style" :value="style">{{ style }}</option></select
        >.
      </p>
      <p>
        <label
          ><input
            type="checkbox"
            :checked="habits.named ?? false"
            :disabled="readonly"
            @change="say({ named: ($event.target as HTMLInputElement).checked })"
          />
          Every constraint has a name</label
        >:
        <template v-for="([key, words, example], i) in PATTERNS" :key="key"
          ><span class="pair"
            >{{ words }}
            <input
              class="mono slot"
              :value="habits[key] ?? ''"
              :placeholder="example"
              :disabled="readonly"
              :aria-label="`Pattern for names of ${words}`"
              maxlength="60"
              size="18"
              @change="say({ [key]: valueOf($event) })"
            />{{ i === PATTERNS.length - 1 ? '.' : ',' }}</span
          >{{ ' ' }}</template
        >
      </p>
      <p>
        <label
          ><input
            type="checkbox"
            :checked="habits.indexes ?? false"
            :disabled="readonly"
            @change="say({ indexes: ($event.target as HTMLInputElement).checked })"
          />
          Columns that refer have an index.</label
        >
        Not said in this course:
        <USelectMenu
          class="min-w-56 max-w-lg font-sans"
          :ui="{ content: 'min-w-72' }"
          multiple
          :model-value="habits.quiet ?? []"
          :items="NOTES"
          value-key="value"
          :disabled="readonly"
          placeholder="nothing"
          :aria-label="`Not said in this course: ${quietWords}`"
          @update:model-value="say({ quiet: $event })"
        />
      </p>
      <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
    </details>
  </div>
</template>

<style scoped>
.script-set {
  line-height: 1.9;
  margin-bottom: 6px;
  max-width: 900px;
}
.other {
  margin-right: 14px;
  white-space: nowrap;
}
select,
.slot {
  background: transparent;
  border: 0;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 600;
}
.slot {
  font-size: 13px;
  line-height: 1.5;
  padding: 0 2px;
}
.pair {
  white-space: nowrap;
}
option {
  background: var(--sheet);
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
  font-family: var(--font-sans);
}
.fault {
  color: var(--madder);
}
</style>
