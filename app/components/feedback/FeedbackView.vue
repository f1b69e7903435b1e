<script setup lang="ts">
import { lostInWords, rightBefore } from '@nomenklatura/core/chain'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { isCellLine, sumLineInWords } from '@nomenklatura/core/marking'
import { sheetModule } from '@nomenklatura/core/sheets'
import { sheetView } from '~/sheets'
import type { FeedbackAnswer } from '#shared/answers'

/** What is told of a hand-in: each rule with its verdict, its rows and points. */
const { feedback, handInId } = defineProps<{
  feedback: FeedbackAnswer
  /** Empty for a trial: then nothing was handed in, and nothing can be asked. */
  handInId: string
}>()
const emit = defineEmits<{ asked: [feedback: FeedbackAnswer] }>()
const zone = computed(() => feedback.course.timeZone)
const toSee = computed(() => feedback.rules.filter(({ verdict }) => verdict !== 'upheld').toSorted(byUrgency))
/** What was handed in, above the verdicts where it needs the width, else beside them. */
const wide = computed(() => feedback.sheets.filter(sheet => sheetView(sheet).isWide))
const beside = computed(() => feedback.sheets.filter(sheet => !sheetView(sheet).isWide))
type ToldRule = FeedbackAnswer['rules'][number]
/** What is upheld, a rule once: with the sheets in which it is, and what they give together. */
const upheld = computed(() => {
  const byRule = new Map<string, ToldRule[]>()
  for (const cell of feedback.rules.filter(({ verdict }) => verdict === 'upheld'))
    byRule.set(cell.rule, [...(byRule.get(cell.rule) ?? []), cell])
  return [...byRule.values()].map(cells => ({
    rule: cells[0]!.rule,
    sentence: cells[0]!.sentence,
    cells,
    where: feedback.sheets.length > 1 ? cells.map(({ sheet }) => SHEET_NAMES[sheet]).join(', ') : '',
    got: cells.reduce((sum, { got }) => sum + got, 0),
    // An upheld permission gives nothing where no demand about the same is upheld.
    needs: cells.some(({ got, of }) => got === 0 && of > 0),
  }))
})
/** What changed the sum beside the rules: groups as a whole, what was given by hand, bonus, the most that can be got. */
const byHand = computed(() => feedback.points.account.filter(line => !isCellLine(line)))
const general = computed(() =>
  feedback.comments.filter(({ rule }) => rule === null || !toSee.value.some(other => other.rule === rule)),
)
/** What changed since the hand-in before, where its marks were told as well. */
const changed = computed(() => {
  const rules = feedback.rules.filter(({ before }) => before !== null)
  return {
    better: rules.filter(({ before, verdict }) => before !== 'upheld' && verdict === 'upheld'),
    worse: rules.filter(({ before, verdict }) => before === 'upheld' && verdict !== 'upheld'),
  }
})
/** Where an earlier sheet has it right. */
const lostOf = (rule: FeedbackAnswer['rules'][number]): string =>
  lostInWords(rightBefore(feedback.rules, rule), rule.sheet)
const commentsOn = (rule: string) => feedback.comments.filter(comment => comment.rule === rule)
/* Asking about a verdict */
const doubted = shallowRef<ToldRule>()
const doubting = ref(false)
function doubt(rule: ToldRule): void {
  doubted.value = rule
  doubting.value = true
}
const threadOf = (rule: ToldRule) =>
  feedback.questions.filter(line => line.rule === rule.rule && line.sheet === rule.sheet)
/** Verdicts that moved, or are upheld by now, keep their thread in sight. */
const answered = computed(() =>
  upheld.value.flatMap(({ cells }) => cells).filter(cell => threadOf(cell).length > 0),
)
/** The model answer as one sheet of it is shown. */
const modelSheets = computed(() =>
  feedback.sheets.filter(sheet => feedback.model?.answer[sheetModule(sheet).field]),
)
const shownModel = computed(() => ({
  answer: feedback.model?.answer ?? { script: '' },
  closures: feedback.closures,
  rules: [],
  label: 'The model answer',
}))
provideRan(() => feedback.ran?.tables)
const rowTrial = useTemplateRef('rowTrial')
provideTrying({ take: step => rowTrial.value?.open(step) })
</script>

<template>
  <main id="main" class="feedback" :class="{ alone: beside.length === 0 }">
    <section class="main-part">
      <header class="head">
        <div>
          <h2 class="title">{{ feedback.title }}</h2>
          <p v-if="handInId === ''" class="soft small">
            A trial: what a student would be told who handed this in. It is kept nowhere.
          </p>
          <p v-else class="soft small">
            {{ handInNumber(feedback.number) }} · handed in {{ timeInWords(feedback.handedInAt, zone)
            }}<template v-if="feedback.lateBySeconds > 0">
              · {{ lateInWords(feedback.lateBySeconds) }}</template
            >
            · released {{ timeInWords(feedback.releasedAt, zone) }}
          </p>
        </div>
        <p class="mark serif">
          <strong>{{ pointsText(feedback.points.got) }}</strong> of {{ pointsText(feedback.points.of) }}
        </p>
      </header>
      <section v-if="feedback.earlier.length > 0" class="since small" aria-label="Earlier hand-ins">
        <p>
          Before:
          <template v-for="(other, i) in feedback.earlier" :key="other.id"
            >{{ i > 0 ? ', ' : ''
            }}<NuxtLink :to="`/hand-ins/${other.id}`" class="plain">{{ handInNumber(other.number) }}</NuxtLink
            >, {{ timeInWords(other.handedInAt, zone) }}, {{ pointsText(other.got) }} of
            {{ pointsText(other.of) }}</template
          >
        </p>
        <p v-if="changed.better.length > 0">
          <VerdictSign verdict="upheld" /> Upheld since then:
          {{ changed.better.map(rule => rule.sentence.replace(/\.$/, '')).join('; ') }}.
        </p>
        <p v-if="changed.worse.length > 0">
          <VerdictSign verdict="broken" /> No longer upheld:
          {{ changed.worse.map(rule => rule.sentence.replace(/\.$/, '')).join('; ') }}.
        </p>
        <p v-if="changed.better.length === 0 && changed.worse.length === 0" class="soft">
          No rule came or went since then.
        </p>
      </section>
      <p v-for="comment in general" :key="comment.id" class="comment serif">
        <i>{{ comment.text }}</i> <span class="soft small">{{ comment.by }}</span>
      </p>

      <component :is="sheetView(sheet).handedIn" v-for="sheet in wide" :key="sheet" :shown="feedback" />
      <h2 v-if="toSee.length === 0" class="all serif">
        <VerdictSign verdict="upheld" /> Every rule is upheld.
      </h2>
      <article v-for="rule in toSee" :key="`${rule.rule} ${rule.sheet}`" class="rule" :data-rule="rule.rule">
        <div class="rule-head">
          <VerdictSign :verdict="rule.verdict" />
          <h3 class="serif">
            {{ rule.sentence }}
            <span class="word"
              >{{ rule.verdict }}{{ feedback.sheets.length > 1 ? `, ${SHEET_NAMES[rule.sheet]}` : '' }}</span
            >
          </h3>
          <span class="points">{{ pointsText(rule.got) }} of {{ pointsText(rule.of) }}</span>
        </div>
        <div class="rule-body">
          <p v-if="rule.phrase" class="serif soft">
            The brief: <i>“{{ rule.phrase }}”</i>
          </p>
          <p v-if="rule.decidedBy">{{ rule.decidedBy }} decided this: “{{ rule.reason }}”</p>
          <p v-for="(reason, i) in rule.because" :key="i">{{ reason.sentence }}</p>
          <p v-if="lostOf(rule)" class="lost">{{ lostOf(rule) }}</p>
          <p v-if="rule.follows" class="soft">It follows from another mistake and costs nothing more.</p>
          <WitnessRows
            v-if="rule.witness"
            :witness="rule.witness"
            :is-drawn="rule.sheet === 'diagram'"
            :about="rule.sentence"
          />
          <ExhibitView v-for="(exhibit, e) in rule.exhibits ?? []" :key="e" :exhibit="exhibit" />
          <p v-for="comment in commentsOn(rule.rule)" :key="comment.id" class="comment serif">
            <i>{{ comment.text }}</i> <span class="soft small">{{ comment.by }}</span>
          </p>
          <QuestionThread :lines="threadOf(rule)" :time-zone="zone" @rows="rowTrial?.show($event)" />
          <button v-if="handInId !== ''" type="button" class="plain small ask" @click="doubt(rule)">
            {{ threadOf(rule).length > 0 ? 'Say more …' : 'Ask about this verdict …' }}
          </button>
        </div>
      </article>
      <article v-for="cell in answered" :key="`asked ${cell.rule} ${cell.sheet}`" class="rule">
        <div class="rule-head">
          <VerdictSign :verdict="cell.verdict" />
          <h3 class="serif">
            {{ cell.sentence }} <span class="word">{{ cell.verdict }}</span>
          </h3>
          <span class="points">{{ pointsText(cell.got) }} of {{ pointsText(cell.of) }}</span>
        </div>
        <div class="rule-body">
          <QuestionThread :lines="threadOf(cell)" :time-zone="zone" @rows="rowTrial?.show($event)" />
        </div>
      </article>
      <section v-if="byHand.length > 0" class="granted" aria-label="Beside the rules">
        <h3>Beside the rules</h3>
        <p v-for="(line, i) in byHand" :key="i" class="serif">{{ sumLineInWords(line) }}</p>
      </section>
      <ChainNotes :findings="feedback.findings" class="between" />
      <section v-if="feedback.assumptions" class="granted" aria-label="What you took for granted">
        <h3>What you took for granted</h3>
        <p class="serif">{{ feedback.assumptions }}</p>
      </section>
      <details v-if="feedback.model" class="model">
        <summary>The model answer{{ feedback.model.name === '' ? '' : `: ${feedback.model.name}` }}</summary>
        <template v-for="sheet in modelSheets" :key="sheet">
          <h3 v-if="modelSheets.length > 1">{{ SHEET_NAMES[sheet] }}</h3>
          <component :is="sheetView(sheet).handedIn" :shown="shownModel" />
        </template>
      </details>
      <details v-if="upheld.length > 0" class="upheld">
        <summary>{{ countOf(upheld.length, 'rule') }} upheld</summary>
        <ul>
          <li v-for="rule in upheld" :key="rule.rule">
            <VerdictSign verdict="upheld" /> <span class="serif">{{ rule.sentence }}</span>
            <span class="soft small">{{ rule.where }}</span>
            <span v-if="rule.needs" class="soft small"
              >counts only beside an upheld rule that demands something of the same</span
            >
            <template v-for="cell in rule.cells" :key="cell.sheet">
              <span v-if="cell.decidedBy" class="soft small"
                >decided by {{ cell.decidedBy }}: “{{ cell.reason }}”</span
              >
              <details v-if="cell.witness" class="small rows">
                <summary>The rows{{ rule.cells.length > 1 ? `, ${SHEET_NAMES[cell.sheet]}` : '' }}</summary>
                <WitnessRows
                  :witness="cell.witness"
                  :is-drawn="cell.sheet === 'diagram'"
                  :about="cell.sentence"
                />
              </details>
            </template>
            <span class="points">{{ pointsText(rule.got) }}</span>
          </li>
        </ul>
      </details>
    </section>
    <aside v-if="beside.length > 0" class="script-part" aria-label="What you handed in">
      <h2>What you handed in</h2>
      <component :is="sheetView(sheet).handedIn" v-for="sheet in beside" :key="sheet" :shown="feedback" />
    </aside>
    <DoubtSlip
      v-if="doubted && doubting"
      v-model:open="doubting"
      :hand-in-id="handInId"
      :exercise-id="feedback.exerciseId"
      :rule="doubted"
      :tables="feedback.ran?.tables ?? []"
      @asked="emit('asked', $event)"
    />
    <KeysSlip :keys="[]" />
    <RowTrialSlip
      ref="rowTrial"
      title="Row trial on the tables you handed in"
      :tables="feedback.ran?.tables ?? []"
      :exercise-id="feedback.exerciseId"
    />
  </main>
</template>

<style scoped>
.ask {
  justify-self: start;
}
.granted,
.model {
  border-top: 1px solid var(--rule);
  padding: 10px 0;
  white-space: pre-line;
}
.model {
  white-space: normal;
}
.model summary {
  cursor: pointer;
  font-weight: 600;
}
.since {
  display: grid;
  gap: 4px;
  border-top: 1px solid var(--rule);
  padding: 8px 0 6px;
}
.feedback {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 36px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 24px 24px 64px;
}
/* A drawing needs the width; nothing else stands beside it. */
.feedback.alone {
  grid-template-columns: minmax(0, 1fr);
  max-width: 1040px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: flex-end;
  gap: 20px;
  border-bottom: 1px solid var(--rule-strong);
  padding-bottom: 14px;
  margin-bottom: 10px;
}
.title {
  font-size: 30px;
  line-height: 1.15;
}
.mark {
  font-size: 19px;
  white-space: nowrap;
}
.mark strong {
  font-size: 34px;
}
.all {
  margin: 22px 0;
}
.rule {
  padding: 14px 0;
  border-bottom: 1px solid var(--rule);
}
.rule-head {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.rule-head h3 {
  flex: 1;
  font-size: 17px;
  font-weight: 650;
  line-height: 1.3;
}
.word {
  font: 600 13.5px var(--font-sans);
  color: var(--soft);
}
.points {
  color: var(--soft);
  font-size: 13.5px;
  white-space: nowrap;
}
.lost {
  color: var(--slate);
  font-weight: 600;
}
.between {
  margin-top: 14px;
}
.rule-body {
  margin: 6px 0 0 28px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 7px;
}
.comment {
  border-left: 3px solid var(--verdigris);
  padding: 2px 0 2px 12px;
}
.upheld {
  margin-top: 18px;
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
}
.upheld li {
  display: flex;
  gap: 10px;
  padding: 4px 0;
  align-items: baseline;
}
.upheld .points {
  margin-left: auto;
}
.script-part {
  position: sticky;
  top: 60px;
  align-self: start;
  min-width: 0;
}
@media (max-width: 1100px) {
  .feedback {
    grid-template-columns: minmax(0, 1fr);
  }
  .script-part {
    position: static;
  }
}
</style>
