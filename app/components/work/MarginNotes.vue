<script setup lang="ts">
import { lostInWords, rightBefore } from '@nomenklatura/core/chain'
import { wording, type Finding, type Span } from '@nomenklatura/core/findings'
import { FINDING_EXAMPLES, oncePerKind } from '@nomenklatura/core/sql'
import type { CheckedRule } from '#shared/answers'

/** Notes beside what they speak of: what is well formed as one types, verdicts after a check. */
const {
  findings,
  verdicts,
  ofAllSheets = [],
  checkedAt,
  isStale,
  tellsVerdicts,
  hasText,
  nothing = 'Nothing to see. Check looks at what is here.',
  tooMuch = null,
  isBeingRun = false,
  left = 0,
  translated = '',
  folds = false,
} = defineProps<{
  findings: readonly Finding[]
  verdicts: readonly CheckedRule[]
  /** The verdicts of the other sheets as well. */
  ofAllSheets?: readonly CheckedRule[]
  /** In words; empty before the first check. */
  checkedAt: string
  isStale: boolean
  tellsVerdicts: boolean
  hasText: boolean
  /** What is said when there is nothing to see. */
  nothing?: string
  /** What could not be looked at, in words. */
  tooMuch?: string | null | undefined
  /** Verdicts are those of reasoning so far: rows are being run. */
  isBeingRun?: boolean | undefined
  /** That the script was translated to be run, and what was lost by it. */
  translated?: string
  /** How many notes more there are than stand here. */
  left?: number
  /** Whether the margin can be folded away. */
  folds?: boolean
}>()
type Place = Span & { readonly field?: string | undefined }
const emit = defineEmits<{
  show: [place: Place]
  fix: [edit: { span: Span; text: string; field?: string | undefined }]
  fold: []
}>()

/** What is foreign in many places is one note. */
const notes = computed(() => oncePerKind(null, findings))
const toSee = computed(() => verdicts.filter(({ verdict }) => verdict !== 'upheld').toSorted(byUrgency))
const upheld = computed(() => verdicts.filter(({ verdict }) => verdict === 'upheld'))
/** Where an earlier sheet has it right. */
const lostOf = (rule: CheckedRule): string => lostInWords(rightBefore(ofAllSheets, rule), rule.sheet)
/** A list longer than anybody reads is not drawn. */
const MOST_SHOWN = 300
const showsUpheld = ref(false)
const open = ref(new Set<string>())

function toggle(rule: string): void {
  const next = new Set(open.value)
  if (!next.delete(rule)) next.add(rule)
  open.value = next
}
</script>

<template>
  <div class="margin">
    <div class="head">
      <h2>Margin</h2>
      <span class="soft small" role="status">{{
        verdicts.length > 0
          ? `${upheld.length} upheld · ${toSee.length + notes.length} to see`
          : notes.length > 0
            ? `${notes.length} to see`
            : ''
      }}</span>
    </div>
    <p v-if="checkedAt || folds" class="soft small checked">
      <span>{{
        !checkedAt
          ? ''
          : isStale
            ? 'changed since the check'
            : `checked ${checkedAt}${isBeingRun ? ' by reasoning; its rows are being run' : ''}`
      }}</span><button v-if="folds" type="button" class="plain small" @click="emit('fold')">Fold</button>
    </p>
    <p v-if="tooMuch" class="too-much" role="alert">{{ tooMuch }}</p>
    <p v-if="translated && !isStale" class="soft small">{{ translated }}</p>
    <p v-if="notes.length === 0 && verdicts.length === 0" class="serif soft empty">
      {{
        checkedAt && !tellsVerdicts
          ? 'Well formed. What it means is looked at after you hand in.'
          : hasText
            ? nothing
            : 'Notes about what you write will stand here.'
      }}
    </p>

    <article
      v-for="(finding, i) in notes.slice(0, MOST_SHOWN)"
      :key="`f${i}`"
      class="note"
      :class="finding.severity"
      :data-code="finding.code"
    >
      <button type="button" class="place" @click="emit('show', { ...finding.place, field: finding.field })">
        <span class="mark" aria-hidden="true">{{
          finding.severity === 'error' ? '✕' : finding.severity === 'flaw' ? '!' : '·'
        }}</span>
        <span class="visually-hidden">{{ finding.severity }}: </span>
        <span class="serif">{{ wording(finding).message }}</span>
      </button>
      <div class="more">
        <button
          v-if="finding.fix"
          type="button"
          class="plain small"
          @click="emit('fix', { ...finding.fix, field: finding.field })"
        >
          {{ finding.fix.label }}
        </button>
        <details class="small">
          <summary>{{ finding.exhibit ? 'Why, on rows' : 'Why' }}</summary>
          {{ wording(finding).why }}
          <NuxtLink
            v-if="finding.code in FINDING_EXAMPLES"
            :to="`/help/script#${finding.code}`"
            target="_blank"
            class="plain small"
            >An example</NuxtLink
          ><ExhibitView v-if="finding.exhibit" :exhibit="finding.exhibit" class="shown" />
        </details>
      </div>
    </article>

    <p v-if="left > 0 || notes.length > MOST_SHOWN" class="soft small">
      and {{ countOf(left + Math.max(0, notes.length - MOST_SHOWN), 'note') }} more: the first ones first.
    </p>

    <article
      v-for="rule in toSee"
      :key="rule.rule"
      class="note verdict"
      :data-rule="rule.rule"
      :data-verdict="rule.verdict"
    >
      <button type="button" class="place" :aria-expanded="open.has(rule.rule)" @click="toggle(rule.rule)">
        <VerdictSign :verdict="rule.verdict" :stale="isStale" />
        <span class="serif"
          ><strong>{{ rule.sentence }}</strong
          ><template v-if="isStale">
            <span class="soft small">(before your last change)</span></template
          ></span
        >
      </button>
      <div class="body">
        <p v-if="rule.phrase" class="serif soft">
          The brief: <i>“{{ rule.phrase }}”</i>
        </p>
        <template v-if="open.has(rule.rule)">
          <p v-for="(reason, r) in rule.because" :key="r" class="small">{{ reason.sentence }}</p>
          <p v-if="lostOf(rule)" class="small lost">{{ lostOf(rule) }}</p>
          <WitnessRows
            v-if="rule.witness"
            :witness="rule.witness"
            compact
            :is-drawn="rule.sheet === 'diagram'"
            :about="rule.sentence"
          />
          <ExhibitView v-for="(exhibit, e) in rule.exhibits ?? []" :key="e" :exhibit="exhibit" />
          <button
            v-if="rule.because.some(reason => reason.place)"
            type="button"
            class="plain small"
            @click="emit('show', rule.because.find(reason => reason.place)!.place!)"
          >
            Show where
          </button>
          <p v-if="rule.verdict === 'cannot tell'" class="small">Your instructor will look at this.</p>
        </template>
        <button v-else type="button" class="plain small" @click="toggle(rule.rule)">Show the evidence</button>
      </div>
    </article>

    <template v-if="upheld.length > 0">
      <button
        type="button"
        class="plain small upheld-head"
        :aria-expanded="showsUpheld"
        @click="showsUpheld = !showsUpheld"
      >
        {{ showsUpheld ? 'Fold' : 'Show' }} the {{ countOf(upheld.length, 'rule') }} upheld
      </button>
      <ul v-if="showsUpheld" class="upheld">
        <li v-for="rule in upheld" :key="rule.rule">
          <VerdictSign verdict="upheld" :stale="isStale" /> <span class="serif">{{ rule.sentence }}</span>
          <details v-if="rule.witness" class="small">
            <summary>The rows</summary>
            <WitnessRows
              :witness="rule.witness"
              compact
              :is-drawn="rule.sheet === 'diagram'"
              :about="rule.sentence"
            />
          </details>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.margin {
  padding: 12px 16px 40px;
}
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 8px;
}
.checked {
  margin-top: 2px;
  display: flex;
  justify-content: space-between;
}
.too-much {
  border-left: 3px solid var(--ochre);
  background: var(--ochre-wash);
  padding: 6px 10px;
  margin-top: 10px;
}
.empty {
  margin-top: 14px;
  font-style: italic;
}
.note {
  border-top: 1px dotted var(--rule-strong);
  padding: 9px 0;
  margin-top: 8px;
}
.place {
  display: flex;
  gap: 9px;
  text-align: left;
  cursor: pointer;
  line-height: 1.4;
}
.mark {
  flex: none;
  width: 18px;
  height: 18px;
  border-radius: 50%;
  font: 700 11px/18px var(--font-sans);
  text-align: center;
}
.error .mark {
  background: var(--madder);
  color: var(--sheet);
}
.flaw .mark {
  border: 1.5px solid var(--ochre);
  color: var(--ochre);
  line-height: 15px;
}
.habit .mark,
.remark .mark {
  background: var(--slate-wash);
  color: var(--slate);
}
.more {
  margin: 3px 0 0 27px;
  display: flex;
  gap: 2px 14px;
  align-items: baseline;
  flex-wrap: wrap;
}
.lost {
  color: var(--slate);
  font-weight: 600;
}
details {
  color: var(--soft);
  min-width: 0;
}
.shown {
  color: var(--ink);
  margin-top: 8px;
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
  list-style: none;
}
.body {
  margin: 4px 0 0 27px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  line-height: 1.4;
}
.upheld-head {
  margin-top: 14px;
}
.upheld {
  margin-top: 6px;
}
.upheld li {
  display: flex;
  gap: 9px;
  padding: 3px 0;
  line-height: 1.4;
}
</style>
