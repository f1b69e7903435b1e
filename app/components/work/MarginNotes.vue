<script setup lang="ts">
import { lostInWords, rightBefore } from '@nomenklatura/core/chain'
import { wording, type Finding, type Span } from '@nomenklatura/core/findings'
import { oncePerKind } from '@nomenklatura/core/sql'
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
const errors = computed(() => errorsIn(notes.value))
const others = computed(() => groupsOfOthers(notes.value))
const toSee = computed(() => verdicts.filter(({ verdict }) => verdict !== 'upheld').toSorted(byUrgency))
/** What is not there yet is one note. */
const notShown = computed(() => {
  const found = toSee.value.filter(({ verdict }) => verdict === 'not shown')
  return found.length > 1 ? found : []
})
const apart = computed(() => toSee.value.filter(rule => !notShown.value.includes(rule)))
const upheld = computed(() => verdicts.filter(({ verdict }) => verdict === 'upheld'))
/** Where an earlier sheet has it right. */
const lostOf = (rule: CheckedRule): string => lostInWords(rightBefore(ofAllSheets, rule), rule.sheet)
/** A list longer than anybody reads is not drawn. */
const MOST_SHOWN = 300
const showsUpheld = ref(false)
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

    <MarginFinding
      v-for="(finding, i) in errors.slice(0, MOST_SHOWN)"
      :key="`e${i}`"
      :finding="finding"
      @show="emit('show', $event)"
      @fix="emit('fix', $event)"
    />
    <MarginRule
      v-for="rule in apart"
      :key="rule.rule"
      :rule="rule"
      :is-stale="isStale"
      :lost="lostOf(rule)"
      @show="emit('show', $event)"
    />
    <MarginGroup v-if="notShown.length > 0" :count="notShown.length" what="not shown">
      <template #head
        ><VerdictSign verdict="not shown" :stale="isStale" />
        <span class="serif"
          >{{ countOf(notShown.length, 'rule') }} of which nothing is shown yet.</span
        ></template
      >
      <MarginRule
        v-for="rule in notShown"
        :key="rule.rule"
        :rule="rule"
        :is-stale="isStale"
        :lost="lostOf(rule)"
        @show="emit('show', $event)"
      />
    </MarginGroup>
    <template v-for="(group, g) in others.slice(0, MOST_SHOWN)" :key="`g${g}`">
      <MarginFinding
        v-if="group.notes.length === 1"
        :finding="group.notes[0]!"
        @show="emit('show', $event)"
        @fix="emit('fix', $event)"
      />
      <MarginGroup v-else :count="group.notes.length" :what="group.code">
        <template #head
          ><strong class="count">{{ group.notes.length }}</strong>
          <span class="serif">{{ wording(group.notes[0]!).message }}</span></template
        >
        <MarginFinding
          v-for="(finding, i) in group.notes"
          :key="i"
          :finding="finding"
          @show="emit('show', $event)"
          @fix="emit('fix', $event)"
        />
      </MarginGroup>
    </template>

    <p v-if="left > 0 || notes.length > MOST_SHOWN" class="soft small">
      and {{ countOf(left + Math.max(0, notes.length - MOST_SHOWN), 'note') }} more: the first ones first.
    </p>

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
.count {
  flex: none;
  min-width: 18px;
  text-align: center;
  color: var(--slate);
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
  list-style: none;
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
