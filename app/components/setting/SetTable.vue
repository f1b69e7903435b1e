<script setup lang="ts">
import { readTask, type RelationTask } from '@nomenklatura/core/claims'
import { Universe } from '@nomenklatura/core/dependencies'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import { wording } from '@nomenklatura/core/findings'
import { MOST_EXERCISE_ROWS, type ExerciseRows } from '@nomenklatura/core/exercise'
import { LONGEST_TEXT, type NamedDependency } from '@nomenklatura/core/rows'
import type { RowsOverview, RowsSource } from '~/workers/rows.worker'

/**
 * A table of rows of an exercise: brought in as CSV, pasted or as JSON, looked at, and taken on as a relation
 * and a dictionary. Without one, its place is ready for a first.
 */
const {
  table = undefined,
  relation = undefined,
  readonly = false,
} = defineProps<{
  table?: ExerciseRows | undefined
  /** What the Dependencies sheet is about. */
  relation?: RelationTask | undefined
  readonly?: boolean
}>()
const emit = defineEmits<{
  /** What was read, of one file or of several: the first stands for this one. */
  keep: [tables: readonly ExerciseRows[]]
  rename: [name: string]
  away: []
  take: [taken: TakenRows]
}>()

const room = useRows()
const { overview, isReading } = room
/** Rows that were just brought in, which may be more than the exercise keeps. */
const isFresh = ref(false)
const bringing = ref(table === undefined)
const pasted = ref('')
const hasHeader = ref(true)
const delimiter = ref('')
const isOver = ref(false)
interface Brought {
  readonly name: string
  readonly given: { readonly bytes: Uint8Array } | { readonly text: string }
}
let last: readonly Brought[] = []
/** What of several files could not be taken. */
const faults = ref<readonly string[]>([])

const DELIMITERS = [
  ['', 'as it looks'],
  [',', 'a comma'],
  [';', 'a semicolon'],
  ['\t', 'a tab'],
  ['|', 'a bar'],
] as const
onMounted(() => {
  if (table)
    void room.take(
      { kind: 'table', table: { columns: [...table.columns], rows: table.rows.map(row => [...row]) } },
      { finds: true },
    )
})

async function bring(next = last): Promise<void> {
  if (next.length === 0 || readonly) return
  const kept: ExerciseRows[] = []
  const refused: string[] = []
  last = next
  for (const [i, brought] of next.entries()) {
    const answer = await room.take(sourceOf(brought.given), { finds: i === next.length - 1 })
    if (answer?.isRead) {
      kept.push(await keptOf(brought.name, answer))
      last = [brought]
    } else if (answer && next.length > 1)
      refused.push(`${brought.name}: ${answer.findings.map(finding => wording(finding).message).join(' ')}`)
  }
  faults.value = refused
  if (kept.length === 0) return
  if (!overview.value?.isRead) await room.take(sourceOf(last[0]!.given), { finds: true })
  isFresh.value = true
  bringing.value = false
  emit('keep', kept)
}
function sourceOf(given: Brought['given']): RowsSource {
  const options = {
    hasHeader: hasHeader.value,
    ...(delimiter.value === '' ? {} : { delimiter: delimiter.value }),
  }
  return 'bytes' in given ? { kind: 'bytes', ...given, options } : { kind: 'text', ...given, options }
}
async function keptOf(name: string, { columns }: RowsOverview): Promise<ExerciseRows> {
  const page = await room.page(0, MOST_EXERCISE_ROWS)
  return {
    name: nameFrom(name),
    columns: [...columns],
    rows: page.map(({ cells }) => cells.map(cell => cell.slice(0, 2000))),
  }
}
async function readFiles(files: FileList | null | undefined): Promise<void> {
  isOver.value = false
  const chosen = [...(files ?? [])]
  tooLarge.value = chosen.filter(({ size }) => size > LONGEST_TEXT).map(({ name }) => name)
  const read = chosen
    .filter(({ size }) => size <= LONGEST_TEXT)
    .map(async file => ({ name: file.name, given: { bytes: new Uint8Array(await file.arrayBuffer()) } }))
  if (read.length > 0) await bring(await Promise.all(read))
}
const tooLarge = ref<readonly string[]>([])
const nameFrom = (file: string): string =>
  file
    .replace(/\.[^.]*$/, '')
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 60) || 'rows'

/** What is meant already: the dependencies of the relation, if it is over these columns. */
const meant = computed<NamedDependency[] | undefined>(() => {
  if (
    !relation ||
    !table ||
    isFresh.value ||
    relation.attributes.some(name => !table.columns.includes(name)) ||
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
    name: table?.name ?? 'rows',
    dependencies,
    columns: overview.value.columns.filter(name => !folded.has(name)),
    dictionary: dictionary.value,
  })
  isTaken.value = true
}
const hasMore = computed(() => isFresh.value && (overview.value?.rows ?? 0) > MOST_EXERCISE_ROWS)
/** What taking it does to the relation that there is. */
const takeWords = computed(() => {
  const attributes = relation?.attributes ?? []
  if (attributes.length === 0) return 'Take it into the exercise'
  return attributes.every(name => table?.columns.includes(name))
    ? 'Take it into the exercise again'
    : 'Take it in place of the relation there is'
})

const readPasted = (): void => void bring([{ name: '', given: { text: pasted.value } }])
</script>

<template>
  <div class="set-rows">
    <div
      v-if="bringing && !readonly"
      class="bring"
      :class="{ over: isOver }"
      @dragover.prevent="isOver = true"
      @dragleave="isOver = false"
      @drop.prevent="readFiles($event.dataTransfer?.files)"
    >
      <p class="serif">
        Bring in somebody’s table: the first line names the columns.
        <span class="soft"
          >Files (CSV or JSON, up to 100,000 rows), each a table of its own, dropped or chosen, or cells
          copied from a spreadsheet.</span
        >
      </p>
      <p class="small ways">
        <label
          >File
          <input
            type="file"
            multiple
            accept=".csv,.tsv,.txt,.json,text/csv,application/json"
            @change="readFiles(($event.target as HTMLInputElement).files)"
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
        <button v-if="table" type="button" class="plain" @click="bringing = false">
          Keep those that are there
        </button>
      </p>
      <p v-for="name in tooLarge" :key="name" role="alert" class="fault small">
        {{ name }} is larger than 64 MB. Take a part of it; nothing was changed.
      </p>
      <p
        v-for="(finding, i) in overview && !overview.isRead && faults.length === 0 ? overview.findings : []"
        :key="i"
        role="alert"
        class="fault"
      >
        {{ wording(finding).message }} <span class="soft small">Nothing of the exercise is changed.</span>
      </p>
    </div>
    <p v-for="fault in faults" :key="fault" role="alert" class="fault">{{ fault }}</p>
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
        <p v-if="!readonly" class="deeds">
          <label v-if="table"
            >These rows are called
            <SlotText class="slot" maxlength="60" :value="table.name" @set="emit('rename', $event.trim())"
          /></label>
          <button v-if="!bringing" type="button" class="plain" @click="bringing = true">
            Bring in others
          </button>
          <button v-if="table" type="button" class="plain" @click="emit('away')">
            Take them out of the exercise
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
        <UButton @click="take">{{ takeWords }}</UButton>
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
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: baseline;
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
