<script setup lang="ts">
import { readTask, type RelationTask } from '@nomenklatura/core/claims'
import { Universe } from '@nomenklatura/core/dependencies'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import { wording } from '@nomenklatura/core/findings'
import { MOST_EXERCISE_ROWS, type ExerciseDocument, type ExerciseRows } from '@nomenklatura/core/exercise'
import { LONGEST_TEXT, type NamedDependency } from '@nomenklatura/core/rows'
import type { RowsSource } from '~/workers/rows.worker'

/**
 * The rows of an exercise: brought in as CSV, pasted or as JSON, looked at, and taken on as a relation and a
 * dictionary.
 */
const { document, readonly = false } = defineProps<{ document: ExerciseDocument; readonly?: boolean }>()
const emit = defineEmits<{
  rows: [rows: ExerciseRows | undefined]
  take: [
    taken: { dependencies: readonly NamedDependency[]; columns: readonly string[]; dictionary: Dictionary },
  ]
}>()

const room = useRows()
const { overview, isReading } = room
/** Rows that were just brought in, which may be more than the exercise keeps. */
const isFresh = ref(false)
const bringing = ref(document.rows === undefined)
const pasted = ref('')
const hasHeader = ref(true)
const delimiter = ref('')
const isOver = ref(false)
let last: { bytes: Uint8Array } | { text: string } | undefined

const DELIMITERS = [
  ['', 'as it looks'],
  [',', 'a comma'],
  [';', 'a semicolon'],
  ['\t', 'a tab'],
  ['|', 'a bar'],
] as const
onMounted(() => {
  const { rows } = document
  if (rows)
    void room.take(
      { kind: 'table', table: { columns: [...rows.columns], rows: rows.rows.map(row => [...row]) } },
      { finds: true },
    )
})

async function bring(next = last): Promise<void> {
  if (!next || readonly) return
  last = next
  const options = {
    hasHeader: hasHeader.value,
    ...(delimiter.value === '' ? {} : { delimiter: delimiter.value }),
  }
  const source: RowsSource =
    'bytes' in next
      ? { kind: 'bytes', bytes: next.bytes, options }
      : { kind: 'text', text: next.text, options }
  const answer = await room.take(source, { finds: true })
  if (!answer?.isRead) return
  isFresh.value = true
  bringing.value = false
  const kept = await room.page(0, MOST_EXERCISE_ROWS)
  emit('rows', {
    name: document.rows?.name ?? nameFrom(fileName),
    columns: [...answer.columns],
    rows: kept.map(({ cells }) => cells.map(cell => cell.slice(0, 2000))),
  })
}
let fileName = ''
async function readFile(file: File | undefined): Promise<void> {
  isOver.value = false
  if (!file) return
  fileName = file.name
  if (file.size > LONGEST_TEXT) {
    tooLarge.value = true
    return
  }
  tooLarge.value = false
  await bring({ bytes: new Uint8Array(await file.arrayBuffer()) })
}
const tooLarge = ref(false)
const nameFrom = (file: string): string =>
  file
    .replace(/\.[^.]*$/, '')
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 60) || 'rows'

/** What is meant already: the dependencies of the relation, if it is over these columns. */
const meant = computed<NamedDependency[] | undefined>(() => {
  const { relation, rows } = document
  if (
    !relation ||
    !rows ||
    isFresh.value ||
    relation.attributes.some(name => !rows.columns.includes(name)) ||
    relation.dependencies.trim() === ''
  )
    return undefined
  const universe = new Universe(relation.attributes)
  return readTask(relation).items.flatMap(({ dependency }) =>
    'multi' in dependency ? [] : [{ from: universe.list(dependency.from), to: universe.list(dependency.to) }],
  )
})
const accepted = shallowRef<readonly NamedDependency[]>()
const dictionary = shallowRef<Dictionary>()
const isTaken = ref(false)
function take(): void {
  if (!overview.value || !dictionary.value) return
  // What stands several times in a row is no attribute of the relation: it has a table of its own.
  const folded = new Set(overview.value.repeating.flatMap(({ columns }) => columns))
  const dependencies = (accepted.value ?? meant.value ?? [])
    .map(({ from, to }) => ({ from, to: to.filter(name => !folded.has(name)) }))
    .filter(({ from, to }) => to.length > 0 && !from.some(name => folded.has(name)))
  emit('take', {
    dependencies,
    columns: overview.value.columns.filter(name => !folded.has(name)),
    dictionary: dictionary.value,
  })
  isTaken.value = true
}
const hasMore = computed(() => isFresh.value && (overview.value?.rows ?? 0) > MOST_EXERCISE_ROWS)
const relationSays = (relation: RelationTask | undefined): boolean => (relation?.attributes.length ?? 0) > 0

function readPasted(): void {
  fileName = ''
  void bring({ text: pasted.value })
}
</script>

<template>
  <div class="set-rows">
    <div
      v-if="bringing && !readonly"
      class="bring"
      :class="{ over: isOver }"
      @dragover.prevent="isOver = true"
      @dragleave="isOver = false"
      @drop.prevent="readFile($event.dataTransfer?.files[0])"
    >
      <p class="serif">
        Bring in somebody’s table: the first line names the columns.
        <span class="soft"
          >A file (CSV or JSON, up to 100,000 rows), dropped or chosen, or cells copied from a
          spreadsheet.</span
        >
      </p>
      <p class="small ways">
        <label
          >File
          <input
            type="file"
            accept=".csv,.tsv,.txt,.json,text/csv,application/json"
            @change="readFile(($event.target as HTMLInputElement).files?.[0])"
        /></label>
        <label
          ><input v-model="hasHeader" type="checkbox" @change="bring()" /> the first line names the
          columns</label
        >
        <label
          >cells are separated by
          <select v-model="delimiter" class="slot" @change="bring()">
            <option v-for="[value, words] in DELIMITERS" :key="value" :value="value">{{ words }}</option>
          </select></label
        >
      </p>
      <UTextarea
        v-model="pasted"
        :rows="5"
        class="pasted"
        placeholder="or paste rows here"
        aria-label="Rows, pasted"
        spellcheck="false"
      />
      <p class="small">
        <UButton size="sm" :disabled="pasted.trim() === ''" :loading="isReading" @click="readPasted"
          >Read them</UButton
        >
        <button v-if="document.rows" type="button" class="plain" @click="bringing = false">
          Keep those that are there
        </button>
      </p>
      <p v-if="tooLarge" role="alert" class="fault small">
        The file is larger than 64 MB. Take a part of it; nothing was changed.
      </p>
      <p
        v-for="(finding, i) in overview && !overview.isRead ? overview.findings : []"
        :key="i"
        role="alert"
        class="fault"
      >
        {{ wording(finding).message }} <span class="soft small">Nothing of the exercise is changed.</span>
      </p>
    </div>
    <template v-if="overview && overview.isRead">
      <div class="about small">
        <p v-if="isFresh">
          Read as {{ overview.format
          }}{{
            overview.delimiter === '\t'
              ? ', cells separated by tabs'
              : overview.delimiter
                ? `, cells separated by “${overview.delimiter}”`
                : ''
          }}{{ overview.encoding && overview.encoding !== 'UTF-8' ? `, ${overview.encoding}` : '' }}.<template
            v-if="hasMore"
          >
            All {{ overview.rows.toLocaleString('en') }} are looked at here; the exercise keeps and shows the
            first {{ MOST_EXERCISE_ROWS.toLocaleString('en') }}.</template
          >
        </p>
        <p v-for="(finding, i) in overview.findings" :key="i" class="note" :class="finding.severity">
          {{ wording(finding).message }}
        </p>
        <p v-if="!readonly">
          <button v-if="!bringing" type="button" class="plain" @click="bringing = true">
            Bring in others
          </button>
          <button v-if="document.rows" type="button" class="plain away" @click="emit('rows', undefined)">
            Take the rows out of the exercise
          </button>
        </p>
      </div>
      <RowsLeaf
        :room="room"
        tells="everything"
        :sets="!readonly"
        :meant="meant"
        @accepted="accepted = $event"
        @split="dictionary = $event.dictionary"
      />
      <div v-if="dictionary && !readonly" class="take">
        <UButton @click="take">{{
          relationSays(document.relation) ? 'Take it into the exercise again' : 'Take it into the exercise'
        }}</UButton>
        <p class="small soft">
          {{
            isTaken
              ? 'Taken: what is meant is the relation, the parts are the draft of the dictionary, and the rules are proposed from both. Go on at Answer and Rules.'
              : 'What is meant becomes the relation, the parts become the draft of a dictionary, and the rules are proposed from both.'
          }}
        </p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.set-rows {
  display: grid;
  gap: 16px;
  grid-template-columns: minmax(0, 1fr);
}
.bring {
  border: 1px dashed var(--edge);
  padding: 12px 18px 14px;
  display: grid;
  gap: 10px;
}
.bring.over {
  background: var(--verdigris-wash);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  align-items: baseline;
}
.ways label {
  display: flex;
  gap: 7px;
  align-items: baseline;
}
.pasted :deep(textarea) {
  font-family: var(--font-mono);
  font-size: 12.5px;
}
input[type='file']::file-selector-button {
  border: 1px solid var(--edge);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: 600 13px var(--font-sans);
  padding: 3px 10px;
  margin-right: 8px;
  cursor: pointer;
}
input[type='checkbox'] {
  accent-color: var(--verdigris);
}
.fault {
  color: var(--madder);
}
.about {
  display: grid;
  gap: 3px;
}
.note.error {
  color: var(--madder);
}
.note.flaw {
  color: var(--ochre);
}
.away {
  margin-left: 16px;
}
.take {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  border-top: 1px solid var(--rule-strong);
  padding-top: 14px;
}
</style>
