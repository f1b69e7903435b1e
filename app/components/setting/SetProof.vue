<script setup lang="ts">
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { nextRuleNumber } from '@nomenklatura/core/marking'
import { helpfulRules, type ProofLine } from '@nomenklatura/core/proof'
import type { RuleEntry } from '@nomenklatura/core/rules'

/** The exercise tried with typical mistakes and harmless changes: what is noticed, what passes, what is punished. */
const { document, proof } = defineProps<{
  document: ExerciseDocument
  proof: ReturnType<typeof useProof>
  readonly: boolean
}>()
const emit = defineEmits<{ change: [rules: RuleEntry[]] }>()
const { lines, faults, figures, progress, state, why, run, stop } = proof

const WORDS: Readonly<Record<ProofLine['outcome'], string>> = {
  noticed: 'noticed',
  asked: 'left open for you',
  missed: 'passes',
  same: 'told apart by nothing',
  spared: 'spared',
  doubted: 'left open for you',
  punished: 'punished',
}
const helpful = computed(() => helpfulRules(lines.value ?? []))
const sentences = computed(() => new Map(document.rules.map(({ id, sentence }) => [id, sentence])))
const byWords = ({ by }: ProofLine): string => by.map(({ rule }) => `rule ${rule.slice(1)}`).join(', ')

function ask(entries: readonly RuleEntry[]): void {
  const next = nextRuleNumber(document.rules)
  emit('change', [...document.rules, ...entries.map((entry, i) => ({ ...entry, id: `r${next + i}` }))])
}

interface KindRow {
  readonly key: string
  readonly title: string
  readonly sheet: string
  readonly lines: readonly ProofLine[]
  /** How many come to what, in words. */
  readonly sum: string
  readonly isBad: boolean
}
const BAD: readonly ProofLine['outcome'][] = ['missed', 'punished']
function rowsOf(is: ProofLine['is']): KindRow[] {
  const groups = new Map<string, ProofLine[]>()
  for (const line of (lines.value ?? []).filter(other => other.is === is)) {
    const key = `${line.sheet} ${line.kind}`
    groups.set(key, [...(groups.get(key) ?? []), line])
  }
  return [...groups].map(([key, own]) => ({
    key,
    title: own[0]!.title,
    sheet: SHEET_NAMES[own[0]!.sheet],
    lines: own,
    sum: sumOf(own),
    isBad: own.some(({ outcome }) => BAD.includes(outcome)),
  }))
}
function sumOf(own: readonly ProofLine[]): string {
  const outcomes = [...new Set(own.map(({ outcome }) => outcome))]
  return outcomes
    .map(outcome => {
      const count = own.filter(line => line.outcome === outcome).length
      return `${count} ${outcome === 'missed' && count > 1 ? 'pass' : WORDS[outcome]}`
    })
    .join(', ')
}
const tables = computed(() => [
  { head: 'Typical mistakes', rows: rowsOf('mistake') },
  { head: 'Harmless changes', rows: rowsOf('harmless') },
])
const opened = ref(new Set<string>())
function turn(key: string): void {
  if (!opened.value.delete(key)) opened.value.add(key)
}
const summary = computed(() => {
  const of = figures.value
  if (!of) return ''
  const same =
    of.same > 0
      ? ` ${of.same} more ${of.same === 1 ? 'is' : 'are'} told apart by nothing that could be asked.`
      : ''
  const harmless =
    of.punished === 0
      ? `None of ${countOf(of.harmless, 'harmless change')} is punished.`
      : `${of.punished} of ${countOf(of.harmless, 'harmless change')} ${of.punished === 1 ? 'is' : 'are'} punished.`
  const told = countOf(of.mistakes - of.same, 'typical mistake')
  const noticed = `Of ${told} ${of.noticed} are noticed by a rule`
  return `${noticed}, ${of.asked} left open for you, ${of.missed} pass.${same} ${harmless}`
})
</script>

<template>
  <section>
    <AnswerFirst v-if="document.models.length === 0 && !document.relation"
      >Mistakes are made in the model answer.</AnswerFirst
    >
    <template v-else>
      <div class="head">
        <p class="strength serif" :class="{ stale: state === 'running' }">
          <template v-if="figures && figures.strength !== null"
            ><strong>{{ figures.strength }} %</strong> of the mistakes are noticed</template
          >
          <template v-else-if="figures">No mistake can be made in it.</template>
        </p>
        <p class="small" role="status">
          <template v-if="state === 'running'">
            {{ progress.of > 0 ? `Tried ${progress.done} of ${progress.of}` : 'Trying …' }} ·
            <button type="button" class="plain" @click="stop">Stop</button>
          </template>
          <template v-else-if="state === 'stopped'">
            Stopped at {{ progress.done }} of {{ progress.of }} ·
            <button type="button" class="plain" @click="run">Go on</button>
          </template>
          <template v-else-if="state === 'failed'">
            <span class="fault">{{ why }}</span> Nothing of the exercise is changed.
            <button type="button" class="plain" @click="run">Try again</button>
          </template>
        </p>
      </div>
      <p v-if="figures" class="soft summary">{{ summary }}</p>

      <ul v-if="faults.length > 0" class="faults" aria-label="What the model answer does not uphold">
        <li v-for="{ rule, sheet, verdict, model } in faults" :key="`${rule} ${sheet} ${model}`">
          The model answer itself: rule {{ rule.slice(1) }} is {{ verdict }} in the {{ SHEET_NAMES[sheet] }}.
          <span class="serif">{{ sentences.get(rule) }}</span>
        </li>
      </ul>

      <div v-if="helpful.length > 0" class="helps">
        <div class="helps-head">
          <h2>Would notice what passes</h2>
          <UButton
            v-if="!readonly"
            variant="outline"
            color="neutral"
            size="sm"
            @click="ask(helpful.map(({ entry }) => entry))"
            >Ask {{ helpful.length === 1 ? 'it' : `all ${helpful.length}` }}, a point each</UButton
          >
        </div>
        <ul>
          <li v-for="{ entry, notices } in helpful" :key="entry.id">
            <div>
              <span class="serif sentence">{{ entry.sentence }}</span>
              <details class="small soft">
                <summary>notices {{ notices.length }} of what passes</summary>
                <p v-for="line in notices" :key="line.said">{{ SHEET_NAMES[line.sheet] }}: {{ line.said }}</p>
              </details>
            </div>
            <button
              v-if="!readonly"
              type="button"
              class="plain small"
              :aria-label="`Ask it: ${entry.sentence}`"
              @click="ask([entry])"
            >
              Ask it
            </button>
          </li>
        </ul>
      </div>

      <div v-for="{ head, rows } in tables" :key="head" class="kinds">
        <h2 v-if="rows.length > 0">{{ head }}</h2>
        <ul>
          <li v-for="row in rows" :key="row.key" :class="{ bad: row.isBad }">
            <button
              type="button"
              class="kind"
              :aria-expanded="opened.has(`${head} ${row.key}`)"
              @click="turn(`${head} ${row.key}`)"
            >
              <span>{{ row.title }}</span>
              <span class="soft small">{{ row.sheet }}</span>
              <span class="small sum">{{ row.sum }}</span>
            </button>
            <ul v-if="opened.has(`${head} ${row.key}`)" class="cases small">
              <li v-for="(line, i) in row.lines" :key="i">
                <span>{{ line.said }}</span>
                <span class="outcome" :class="line.outcome">{{ WORDS[line.outcome] }}</span>
                <span class="soft"
                  >{{ byWords(line) }}{{ line.lost > 0 ? `, less ${pointsText(line.lost)}` : '' }}</span
                >
              </li>
            </ul>
          </li>
        </ul>
      </div>
    </template>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 20px;
  min-height: 32px;
}
.strength {
  font-size: 20px;
}
.strength strong {
  font-size: 26px;
}
.stale {
  color: var(--soft);
}
.summary {
  max-width: 780px;
  margin: 2px 0 16px;
}
.faults {
  border-left: 3px solid var(--madder);
  background: var(--madder-wash);
  padding: 7px 12px;
  margin-bottom: 14px;
}
.fault {
  color: var(--madder);
}
.helps {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 10px 16px 6px;
  margin-bottom: 18px;
}
.helps-head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.helps li {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 16px;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}
.helps li > div {
  flex: 1;
}
.sentence {
  font-size: 16px;
}
summary {
  cursor: pointer;
}
h2 {
  font-size: 13.5px;
  font-family: var(--font-sans);
  color: var(--soft);
  font-weight: 650;
  padding: 4px 0;
}
.kinds {
  margin-bottom: 16px;
}
.kinds > ul > li {
  border-top: 1px solid var(--rule);
}
.kind {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px minmax(0, 260px);
  gap: 12px;
  width: 100%;
  padding: 6px 2px;
  text-align: left;
  cursor: pointer;
}
.kind:hover {
  background: var(--sheet);
}
.sum {
  text-align: right;
}
.bad .sum {
  color: var(--ochre);
  font-weight: 650;
}
.cases {
  padding: 0 0 8px 18px;
}
.cases li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px minmax(0, 220px);
  gap: 12px;
  padding: 2px 0;
}
.outcome.missed,
.outcome.doubted {
  color: var(--ochre);
}
.outcome.punished {
  color: var(--madder);
}
@media (max-width: 719px) {
  .kind,
  .cases li {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  .sum {
    text-align: left;
  }
}
</style>
