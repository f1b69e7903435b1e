<script setup lang="ts">
import {
  EMPTY_TRIAL,
  addLines,
  askStatement,
  enterLines,
  linesOfScript,
  putBack,
  type ReadyStatement,
  type RowTrialDocument,
} from '@nomenklatura/core/row-trial'
import { translatedInWords } from '@nomenklatura/core/instances'
import type { RowTrialApi } from '~/composables/useRowTrial'

/** The place where rows are tried on a script's tables: a slip for each table, what was done, what may be asked. */
const {
  trial,
  ready = [],
  isUnread = false,
} = defineProps<{
  trial: RowTrialApi
  /** Statements that are made ready, beside those over the references. */
  ready?: readonly ReadyStatement[]
  /** What was tried here before is kept, but this version cannot read it. */
  isUnread?: boolean
}>()
const { phase, where, loaded, fault, shown, slips, steps, after, lookedAt, isBusy } = trial

onMounted(() => void trial.start())
onBeforeUnmount(() => trial.sleep())

const own = computed(() => linesOfScript(trial.tried().read))
const waits = computed(() => slips.value.flatMap(({ lines }) => lines))
const isNow = computed(() => after.value === steps.value.length)
const said = ref('')
function change(next: RowTrialDocument): void {
  said.value = ''
  before.value = undefined
  trial.change(next)
}
/** What cannot be done says so. */
function attempt(make: () => RowTrialDocument): void {
  try {
    change(make())
  } catch (error) {
    said.value = error instanceof RangeError ? error.message : ''
  }
}

const loadAll = (): void => attempt(() => enterLines(trial.document(), waits.value))
function takeOwn(): void {
  attempt(() => addLines(trial.document(), own.value.lines))
}
const backTo = (step: number): void => attempt(() => putBack(trial.document(), step))
/** What stood there before it was begun anew: until something else is done it can be had again. */
const before = shallowRef<RowTrialDocument>()
function startOver(): void {
  const stood = trial.document()
  change(EMPTY_TRIAL)
  before.value = stood
}
const ask = (statement: string, title?: string): void =>
  attempt(() => askStatement(trial.document(), statement, title))

const notMade = computed(() =>
  (shown.value?.report.tables ?? []).flatMap((refusal, i) =>
    refusal ? [{ said: refusal.message, statement: shown.value!.tables.statements[i]! }] : [],
  ),
)
const translated = computed(() =>
  shown.value?.tables.translated ? translatedInWords(shown.value.tables.translated) : null,
)
/** What of the script is not among the tables and the rows to take. */
const left = computed(() => {
  const { queries } = own.value
  const others = shown.value?.tables.left ?? 0
  return [
    ...(queries > 0
      ? [
          `${countOf(queries, 'INSERT')} of the script ${queries === 1 ? 'takes its' : 'take their'} rows from a query: run it below.`,
        ]
      : []),
    ...(others > 0
      ? [
          `${countOf(others, 'statement')} of the script ${others === 1 ? 'is' : 'are'} of a kind that is not run here.`,
        ]
      : []),
  ].join(' ')
})
const percent = computed(() =>
  loaded.value.of === 0 ? 0 : Math.round((100 * loaded.value.done) / loaded.value.of),
)
const megabytes = (bytes: number): string => (bytes / 1_000_000).toFixed(1)
/** Loading is told when it begins and ends: in between it is only drawn. */
const loadingWords = computed(() =>
  percent.value < 100 ? 'Loading PostgreSQL into this page.' : 'Starting it.',
)
</script>

<template>
  <section class="trial" aria-label="Row trial" :aria-busy="isBusy">
    <div class="head small">
      <button type="button" class="plain small" :disabled="waits.length === 0 || !isNow" @click="loadAll">
        Load in order{{ waits.length > 0 ? ` (${countOf(waits.length, 'line')})` : '' }}
      </button>
      <button
        v-if="own.lines.length > 0"
        type="button"
        class="plain small"
        :disabled="!isNow || phase !== 'ready'"
        @click="takeOwn"
      >
        Take the {{ countOf(own.lines.length, 'row') }} of the script
      </button>
      <span class="grow" />
      <span class="soft" role="status">{{
        phase === 'loading'
          ? loadingWords
          : phase === 'ready'
            ? `PostgreSQL runs ${where === 'here' ? 'in this page' : where}.`
            : ''
      }}</span>
      <button
        type="button"
        class="plain small"
        :disabled="steps.length === 0"
        @click="backTo(steps.length - 1)"
      >
        Put back
      </button>
      <button
        type="button"
        class="plain small"
        :disabled="steps.length === 0 && waits.length === 0"
        @click="startOver"
      >
        Start over
      </button>
    </div>
    <div v-if="phase === 'loading'" class="loading" aria-hidden="true">
      <span class="bar" :style="{ width: `${percent}%` }" />
      <span class="soft tiny">{{ megabytes(loaded.done) }} of {{ megabytes(loaded.of) }} MB</span>
    </div>
    <p v-if="phase === 'failed'" class="fault small" role="alert">
      {{ fault }} What you typed is kept.
      <button type="button" class="plain small" @click="trial.start()">Try again</button>
    </p>
    <p v-if="said" class="fault small" role="alert">{{ said }}</p>
    <p v-if="isUnread" class="soft small" role="status">
      What was tried here before was kept by another version of this program, which this one cannot read. It
      stays until something is tried here.
    </p>
    <p v-if="before" class="small" role="status">
      Begun anew. <button type="button" class="plain small" @click="change(before)">Undo</button>
    </p>
    <p v-if="left" class="soft small">{{ left }}</p>
    <p v-if="translated" class="soft small">{{ translated }}</p>
    <div v-for="(refused, i) in notMade" :key="i" class="not-made small">
      <p>
        <strong>Not taken:</strong> <q class="mono">{{ refused.said }}</q>
      </p>
      <pre class="mono" tabindex="0">{{ refused.statement.split('\n')[0] }}</pre>
    </div>

    <div v-if="shown" class="two">
      <div class="slips">
        <p v-if="slips.length === 0" class="serif soft none">
          Write a CREATE TABLE: its slip will lie here, with an empty line to type a row.
        </p>
        <TrialTable
          v-for="slip in slips"
          :key="slip.table"
          :slip="slip"
          :document="trial.document()"
          :readonly="!isNow"
          :is-busy="isBusy"
          @change="change"
          @said="said = $event"
        />
        <TrialAsk
          v-if="slips.length > 0"
          :sentences="trial.sentences.value"
          :ready="ready"
          :shown="shown"
          :after="after"
          :readonly="!isNow"
          @ask="ask"
        />
      </div>
      <TrialSteps
        :steps="steps"
        :after="after"
        @look="lookedAt = $event === steps.length ? null : $event"
        @back="backTo"
      />
    </div>
  </section>
</template>

<style scoped>
.trial {
  display: flex;
  flex-direction: column;
  gap: 6px;
  min-height: 0;
  min-width: 0;
  container-type: inline-size;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
.grow {
  flex: 1;
}
.loading {
  display: flex;
  align-items: center;
  gap: 10px;
  height: 16px;
  position: relative;
  border-bottom: 1px solid var(--rule);
}
.loading .bar {
  position: absolute;
  left: 0;
  bottom: -1px;
  height: 3px;
  background: var(--verdigris);
}
.fault {
  color: var(--madder);
}
.not-made {
  background: var(--madder-wash);
  border-left: 3px solid var(--madder);
  padding: 4px 10px;
}
.not-made q {
  quotes: none;
}
.not-made pre {
  color: var(--soft);
  overflow: hidden;
  text-overflow: ellipsis;
}
.two {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 216px;
  gap: 16px;
}
.slips {
  overflow: auto;
  min-height: 0;
  display: flex;
  flex-wrap: wrap;
  align-content: flex-start;
  align-items: flex-start;
  gap: 12px;
  padding: 2px 4px 12px 2px;
}
.none {
  font-style: italic;
}
@container (max-width: 560px) {
  .two {
    display: flex;
    flex-direction: column;
    overflow: auto;
  }
  .slips {
    overflow: visible;
  }
}
</style>
