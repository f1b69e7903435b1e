<script setup lang="ts">
import { lostInWords, rightBefore } from '@nomenklatura/core/chain'
import { type Sheet, isTableSheet } from '@nomenklatura/core/findings'
import { replayAsSql, translatedInWords } from '@nomenklatura/core/instances'
import { reasonInWords } from '@nomenklatura/core/words'
import { sheetView } from '~/sheets'
import type { DeskAnswer, HandInAnswer } from '#shared/answers'

/** Everything that defends one verdict: both answers side by side, the pairing, the reasons, the rows. */
const { desk, handIn, rule, sheet, amend } = defineProps<{
  desk: DeskAnswer
  handIn: HandInAnswer
  rule: string
  sheet: Sheet
  amend: (path: string, method: 'POST', body?: unknown) => Promise<boolean>
}>()
const emit = defineEmits<{ pair: [element: string] }>()
const entry = computed(() => desk.rules.find(({ id }) => id === rule))
const cell = computed(() => handIn.marking?.cells.find(other => other.rule === rule && other.sheet === sheet))
const override = computed(() => handIn.overrides.find(other => other.rule === rule && other.sheet === sheet))
const follows = computed(() => desk.rules.find(({ id }) => id === cell.value?.follows))
const places = computed(() => cell.value?.because.flatMap(({ place }) => (place ? [place] : [])) ?? [])
/** The pairs of the tables that the verdict rests on. */
const pairing = computed(() => {
  const tables = (cell.value?.tables ?? []).map(name => name.toLowerCase())
  return (handIn.marking?.pairing ?? []).filter(
    ({ answer, sheet: of = 'script' }) =>
      of === sheet && tables.includes(answer.split(/[.,\s]/)[0]!.toLowerCase()),
  )
})
const modelTables = computed(() => {
  const found = pairing.value.filter(({ model }) => !model.includes('.')).map(({ model }) => model)
  return found.length > 0 ? found : [entry.value?.entity ?? '']
})
/** Where an earlier sheet is right. */
const lost = computed(() => {
  const cells = handIn.marking?.cells ?? []
  return cell.value ? lostInWords(rightBefore(cells, cell.value), sheet, 'the') : ''
})
provideRan(() => handIn.marking?.ran?.tables)
const translated = computed(() => {
  const ran = handIn.marking?.ran
  return ran?.translated ? translatedInWords(ran.translated) : ''
})
const rowTrial = useTemplateRef('rowTrial')
provideTrying({ take: step => rowTrial.value?.open(step) })
/** All that brings a disagreement about: the rule, what is said of it, and the rows on the tables. */
function saveFault(): void {
  if (!cell.value?.witness || !entry.value) return
  const { because, witness } = cell.value
  const head = [entry.value.sentence, ...because.map(reasonInWords)].map(line => `-- ${line}`)
  const sql = replayAsSql(handIn.marking?.ran?.tables ?? [], witness) ?? ''
  download(`${head.join('\n')}\n${sql}`, 'text/plain;charset=utf-8', `disagreement-${rule}.sql`)
}
const DOUBTS = {
  pairing: 'A part has no sure counterpart: pair it.',
  unread: 'A statement was not read: it is shown under Why.',
  disagreement:
    'Rows that were run and reasoning disagree: both are shown, and the fault is ours. Decide it.',
  limit: 'A limit was reached: decide it.',
  outside: 'It is outside what rules can say: decide it.',
} as const
</script>

<template>
  <section v-if="entry && cell" class="evidence" aria-label="Evidence">
    <p v-if="override" class="decided">
      <VerdictSign :verdict="override.verdict" />
      <span
        ><strong>{{ override.verdict }}</strong
        >, decided by {{ override.by }}: “{{ override.reason }}”
        <span class="soft">The engine says {{ cell.verdict }}.</span></span
      >
    </p>
    <p v-if="follows" class="follows small">
      Follows from rule {{ follows.id.slice(1) }}, “{{ follows.sentence }}”: with that upheld, this would be.
      Its points are not lost.
    </p>
    <DeskQuestion
      :hand-in="handIn"
      :rule="rule"
      :sheet="sheet"
      :role="desk.role"
      :time-zone="desk.exercise.timeZone"
      :amend="amend"
      @rows="rowTrial?.show($event)"
    />
    <component
      :is="sheetView(cell.sheet).evidence"
      :desk="desk"
      :hand-in="handIn"
      :rule="entry"
      :cell="cell"
      :places="places"
      :model-tables="modelTables"
    />
    <DeskPaired v-if="isTableSheet(cell.sheet)" :pairing="pairing" @pair="emit('pair', entry.entity)" />
    <div class="proof">
      <div class="why">
        <h3>Why</h3>
        <p v-for="(reason, i) in cell.because" :key="i" class="serif">{{ reasonInWords(reason) }}</p>
        <p v-if="lost" class="small lost">{{ lost }}</p>
        <p v-if="translated && cell.sheet === 'script'" class="small soft">{{ translated }}</p>
        <p v-if="cell.doubt" class="small open">{{ DOUBTS[cell.doubt] }}</p>
        <button
          v-if="cell.doubt === 'disagreement' && cell.witness?.run"
          type="button"
          class="plain small"
          @click="saveFault"
        >
          Save it as a file, for those who mend it
        </button>
        <p v-else-if="cell.confidence !== 'sure'" class="small open">
          It rests on a pairing that is {{ cell.confidence }}.
        </p>
        <DeskDerivation v-if="cell.sheet === 'script'" :hand-in-id="handIn.id" :rule="rule" />
      </div>
      <div v-if="cell.witness" class="witness">
        <h3>Witness</h3>
        <WitnessRows :witness="cell.witness" :is-drawn="cell.sheet === 'diagram'" :about="entry.sentence" />
      </div>
    </div>
    <ExhibitView v-for="(exhibit, i) in cell.exhibits ?? []" :key="i" :exhibit="exhibit" />
    <RowTrialSlip
      ref="rowTrial"
      title="Row trial on the tables of this hand-in"
      :tables="handIn.marking?.ran?.tables ?? []"
      :exercise-id="desk.exercise.id"
    />
    <ChainNotes
      whose="the"
      :findings="(handIn.marking?.findings ?? []).filter(({ sheet: of }) => of === sheet)"
    />
    <p v-if="entry.phrase" class="serif soft brief-phrase">
      The brief: <i>“{{ entry.phrase }}”</i>
    </p>
  </section>
</template>

<style scoped>
.evidence {
  padding: 12px 20px 28px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
h3 {
  font-family: var(--font-sans);
  font-size: 13.5px;
  font-weight: 650;
  color: var(--soft);
  margin-bottom: 4px;
}
.decided {
  display: flex;
  gap: 10px;
  background: var(--verdigris-wash);
  border-left: 3px solid var(--verdigris);
  padding: 6px 12px;
}
.follows {
  background: var(--slate-wash);
  border-left: 3px solid var(--slate);
  padding: 6px 12px;
}
.why p {
  line-height: 1.45;
}
.proof {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
}
.proof > div {
  flex: 1 1 300px;
  min-width: 0;
}
.lost {
  color: var(--slate);
  font-weight: 600;
}
.open {
  color: var(--ochre);
  font-weight: 600;
}
</style>
