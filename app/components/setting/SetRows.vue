<script setup lang="ts">
import { MOST_EXERCISE_TABLES, type ExerciseDocument, type ExerciseRows } from '@nomenklatura/core/exercise'

/** The tables of rows that an exercise gives: one is in hand, or the place for a further one. */
const { document, readonly = false } = defineProps<{ document: ExerciseDocument; readonly?: boolean }>()
const emit = defineEmits<{ rows: [rows: ExerciseRows[] | undefined]; take: [taken: TakenRows] }>()

const tables = computed(() => document.rows ?? [])
const at = ref(0)
/** Rises where another table is turned to, and not where the one in hand becomes another. */
const turned = ref(0)
const fault = ref('')
function turn(next: number): void {
  at.value = next
  turned.value++
  fault.value = ''
}
function change(next: readonly ExerciseRows[]): void {
  emit('rows', next.length > 0 ? [...next] : undefined)
}

/** The first of what was read stands for the table in hand, which keeps its name; others come after all. */
function keep([first, ...others]: readonly ExerciseRows[]): void {
  if (!first) return
  const before = tables.value
  const inHand = before[at.value]
  const wanted = inHand
    ? [...before.map(table => (table === inHand ? { ...first, name: inHand.name } : table)), ...others]
    : [...before, first, ...others]
  const next = namedApart(wanted.slice(0, MOST_EXERCISE_TABLES))
  const left = wanted.slice(MOST_EXERCISE_TABLES).map(({ name }) => name)
  fault.value =
    left.length > 0
      ? `An exercise gives at most ${MOST_EXERCISE_TABLES} tables: ${left.join(', ')} ${left.length === 1 ? 'was' : 'were'} not taken.`
      : ''
  if (!inHand || others.length > 0) at.value = next.length - 1
  change(next)
}
function rename(name: string): void {
  const isTaken = tables.value.some(
    (other, i) => i !== at.value && other.name.toLowerCase() === name.toLowerCase(),
  )
  fault.value = isTaken ? `There is another table that is called “${name}”.` : ''
  if (!isTaken && name !== '')
    change(tables.value.map((table, i) => (i === at.value ? { ...table, name } : table)))
}
function away(): void {
  const next = tables.value.filter((_, i) => i !== at.value)
  turn(Math.max(0, Math.min(at.value, next.length - 1)))
  change(next)
}
</script>

<template>
  <div class="tables">
    <ChooseTable
      v-if="tables.length > 0"
      :tables="tables"
      :at="at"
      :more="!readonly && tables.length < MOST_EXERCISE_TABLES"
      @turn="turn"
    />
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <SetTable
      :key="turned"
      :table="tables[at]"
      :relation="document.relation"
      :readonly="readonly"
      @keep="keep"
      @rename="rename"
      @away="away"
      @take="emit('take', $event)"
    />
  </div>
</template>

<style scoped>
.tables {
  display: grid;
  gap: 14px;
  grid-template-columns: minmax(0, 1fr);
}
.fault {
  color: var(--madder);
}
</style>
