<script setup lang="ts">
import {
  tablesAfter,
  type JoinSentence,
  type ReadyStatement,
  type RowTrialDocument,
  type Told,
  type TrialReport,
} from '@nomenklatura/core/row-trial'
import { sameName } from '@nomenklatura/core/schema'

/** Statements to try: ready questions over the references, and a line to write any other. */
const {
  sentences,
  shown,
  after,
  readonly = false,
  ready = [],
} = defineProps<{
  sentences: readonly JoinSentence[]
  /** What else is made ready here; it comes first. */
  ready?: readonly ReadyStatement[]
  shown: { readonly document: RowTrialDocument; readonly report: TrialReport }
  after: number
  readonly?: boolean
}>()
const emit = defineEmits<{ ask: [statement: string, title?: string] }>()

const statement = ref('')
const chosen = ref<Record<number, string>>({})

/** The values of the rows that a question can be about. */
interface Choice {
  readonly words: string
  readonly values: readonly string[]
}
const MOST_SENTENCES = 6
const showsAll = ref(false)
const offered = computed(() => (showsAll.value ? sentences : sentences.slice(0, MOST_SENTENCES)))
const tables = computed(() => tablesAfter(shown.report, after))
function choicesOf({ of, by }: JoinSentence): Choice[] {
  const table = tables.value.find(other => sameName(other.table, of))
  const places = by.map(name => table?.columns.findIndex(column => sameName(column, name)) ?? -1)
  if (!table || places.includes(-1)) return []
  const rows = table.rows.map(cells => places.map(at => cells[at] ?? null))
  const whole = rows.filter((values): values is string[] => !values.includes(null))
  return [...new Map(whole.map(values => [values.join(', '), values]))].map(([words, values]) => ({
    words,
    values,
  }))
}
const choices = computed(() => offered.value.map(choicesOf))

function askSentence(sentence: JoinSentence, at: number): void {
  const options = choices.value[at]!
  const { words, values } = options.find(choice => choice.words === chosen.value[at]) ?? options[0]!
  statement.value = sentence.statement(values)
  emit('ask', statement.value, `${sentence.words[0]} ${words}${sentence.words[1]}`)
}
function askReady(offer: ReadyStatement): void {
  statement.value = offer.statement
  emit('ask', offer.statement, offer.words)
}
function ask(): void {
  if (statement.value.trim() === '') return
  emit('ask', statement.value)
}

/** What the step that is looked at answered, where it was a statement. */
const told = computed<Told | null>(() => {
  const step = shown.document.steps[after - 1]
  return step?.is === 'ask' ? (shown.report.steps[after - 1]?.outcomes[0]?.told ?? null) : null
})
const answer = useTemplateRef<HTMLElement>('answer')
watch(told, () => void nextTick(() => answer.value?.scrollIntoView({ block: 'nearest' })))
</script>

<template>
  <section class="ask" aria-label="Statements to try">
    <h3 class="serif">Statements to try</h3>
    <ul v-if="sentences.length + ready.length > 0">
      <li v-for="offer in ready" :key="offer.words">
        <button type="button" class="plain serif" :disabled="readonly" @click="askReady(offer)">
          {{ offer.words }}
        </button>
      </li>
      <li v-for="(sentence, i) in offered" :key="sentence.words.join()" class="serif">
        <button
          type="button"
          class="plain serif"
          :disabled="readonly || choices[i]!.length === 0"
          @click="askSentence(sentence, i)"
        >
          {{ sentence.words[0] }}</button>{{ ' '
        }}<select
          v-if="choices[i]!.length > 0"
          class="slot mono"
          :value="chosen[i] ?? choices[i]![0]!.words"
          :aria-label="sentence.words[0]"
          @change="chosen[i] = ($event.target as HTMLSelectElement).value"
        >
          <option v-for="choice in choices[i]" :key="choice.words" :value="choice.words">
            {{ choice.words }}
          </option></select
        ><span v-else class="soft">… (no row yet)</span>{{ sentence.words[1] }}
      </li>
      <li v-if="sentences.length > MOST_SENTENCES">
        <button type="button" class="plain tiny" @click="showsAll = !showsAll">
          {{ showsAll ? 'Fewer' : `${sentences.length - MOST_SENTENCES} more` }}
        </button>
      </li>
    </ul>
    <div class="line">
      <textarea
        v-model="statement"
        class="mono"
        rows="3"
        :readonly="readonly"
        aria-label="A statement: SELECT, INSERT, UPDATE or DELETE"
        placeholder="SELECT, INSERT, UPDATE or DELETE"
        spellcheck="false"
        @keydown.ctrl.enter.prevent.stop="ask"
      />
      <button type="button" class="plain small" :disabled="readonly || statement.trim() === ''" @click="ask">
        Run it</button
      ><kbd class="key">Ctrl ↵</kbd>
    </div>
    <div
      v-if="told && (told.columns.length > 0 || told.touched === null)"
      ref="answer"
      class="told"
      tabindex="0"
      role="region"
      aria-label="What it answered"
    >
      <table class="mono">
        <thead>
          <tr>
            <th v-for="(name, c) in told.columns" :key="c" scope="col">{{ name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in told.rows" :key="r">
            <td v-for="(cell, c) in row" :key="c">{{ cell ?? '–' }}</td>
          </tr>
          <tr v-if="told.rows.length === 0">
            <td :colspan="Math.max(1, told.columns.length)" class="none serif">no row</td>
          </tr>
        </tbody>
      </table>
      <p class="tiny soft">{{ countOf(told.rows.length, 'row') }}{{ told.isCut ? ', and more' : '' }}</p>
    </div>
  </section>
</template>

<style scoped>
.ask {
  flex: 1 1 100%;
  border-top: 1px solid var(--rule-strong);
  padding-top: 8px;
  min-width: 0;
}
h3 {
  font-size: 15px;
  font-weight: 650;
  margin-bottom: 4px;
}
ul {
  margin-bottom: 8px;
}
li {
  line-height: 1.7;
}
.slot {
  font-size: 12.5px;
  max-width: 220px;
}
.slot option {
  background: var(--sheet);
}
.line {
  display: flex;
  gap: 12px;
  align-items: flex-end;
}
textarea {
  flex: 1;
  min-width: 0;
  background: var(--sheet);
  border: 1px solid var(--edge);
  border-radius: 2px;
  padding: 6px 8px;
  font-size: 12.5px;
  line-height: 1.45;
  resize: vertical;
}
.told {
  overflow: auto;
  max-height: 260px;
  margin-top: 8px;
}
.told table {
  border-collapse: collapse;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  font-size: 12.5px;
}
.told th {
  font-weight: 450;
  color: var(--soft);
  text-align: left;
  padding: 3px 10px;
  border-bottom: 1px solid var(--rule);
}
.told td {
  padding: 3px 10px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
}
.none {
  color: var(--soft);
  font-style: italic;
}
</style>
