<script setup lang="ts">
import { unknownNames } from '@nomenklatura/core/claims'
import { prepareExercise, worthOf } from '@nomenklatura/core/exercise'
import {
  askSeparately,
  nextRuleNumber,
  proposeSheet,
  wellDrawnRules,
  wellMadeRules,
} from '@nomenklatura/core/marking'
import { partsOf, ruleInWords, unknownElements, type Rule, type RuleEntry } from '@nomenklatura/core/rules'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'

/**
 * The rule sheet: one sentence a line, reworded in place, weighted, switched off; proposed anew from the
 * model answer.
 */
const { document, readonly = false } = defineProps<{ document: ExerciseDocument; readonly?: boolean }>()
const emit = defineEmits<{ change: [rules: RuleEntry[]] }>()

const prepared = computed(() => prepareExercise(document))
const asksClaims = computed(() => document.sheets.includes('dependencies') && document.relation !== undefined)
const hasModel = computed(
  () =>
    prepared.value.world.entities.length > 0 ||
    (asksClaims.value && document.relation!.attributes.length > 0),
)
/** The same for the same rule, in whatever order its parts are written. */
const key = (rule: Rule): string => JSON.stringify(Object.entries(rule).sort(([a], [b]) => (a < b ? -1 : 1)))
/** Proposed sentences with a part that no rule asks yet. */
const missing = computed(() => {
  const known = new Set(document.rules.flatMap(partsOf).map(key))
  return proposeSheet(document).filter(entry => !partsOf(entry).every(rule => known.has(key(rule))))
})
function faultOf(entry: RuleEntry): string {
  if (entry.rule.kind !== 'claim')
    return unknownElements(prepared.value.world, entry, prepared.value.model.schema).join(' ')
  const unknown = document.relation ? unknownNames(document.relation, entry.rule.about) : []
  return unknown.length > 0 ? `The relation has no ${unknown.join(', ')}.` : ''
}
const faults = computed(() => Object.fromEntries(document.rules.map(entry => [entry.id, faultOf(entry)])))
const sum = computed(() => worthOf(document.rules))
const unread = computed(() => document.rules.filter(({ readMe, off }) => readMe && !off).length)
/** Sentences that nobody has read yet come first. */
const groups = computed(() => {
  const names = [...new Set(document.rules.map(({ group }) => group))]
  return names.map(name => ({ name, rules: document.rules.filter(({ group }) => group === name) }))
})

function change(id: string, part: Partial<RuleEntry>): void {
  emit(
    'change',
    document.rules.map(rule => (rule.id === id ? { ...rule, ...part } : rule)),
  )
}

function reword(entry: RuleEntry, sentence: string): void {
  if (sentence.trim() !== '' && sentence !== entry.sentence)
    change(entry.id, { sentence: sentence.trim(), readMe: false })
}

function weigh(entry: RuleEntry, value: string): void {
  const points = Math.round(Number(value.replace(',', '.')) * 1000) / 1000
  if (Number.isFinite(points) && points >= 0 && points <= 1000) change(entry.id, { points })
}

function bind(entry: RuleEntry, phrase: string): void {
  const { phrase: _, ...rest } = entry
  emit(
    'change',
    document.rules.map(rule =>
      rule.id === entry.id ? (phrase.trim() === '' ? rest : { ...rest, phrase: phrase.trim() }) : rule,
    ),
  )
}

function addMissing(): void {
  const next = nextRuleNumber(document.rules)
  emit('change', [...document.rules, ...missing.value.map((rule, i) => ({ ...rule, id: `r${next + i}` }))])
}

/** Checks of a sheet by itself that no rule asks yet, a point each. */
const unasked = computed(() =>
  [
    { sheet: 'script' as const, rules: notYet(wellMadeRules()) },
    { sheet: 'diagram' as const, rules: notYet(wellDrawnRules()) },
  ].filter(({ sheet, rules }) => document.sheets.includes(sheet) && rules.length > 0),
)
function notYet(rules: readonly RuleEntry[]): RuleEntry[] {
  const asked = new Set(document.rules.flatMap(partsOf).map(key))
  return rules.filter(({ rule }) => !asked.has(key(rule)))
}
function addChecks(rules: readonly RuleEntry[]): void {
  const next = nextRuleNumber(document.rules)
  emit('change', [...document.rules, ...rules.map((rule, i) => ({ ...rule, id: `r${next + i}`, points: 1 }))])
}

const list = useTemplateRef<HTMLElement>('list')
/** To the first sentence that nobody has read yet. */
function goToUnread(): void {
  const first = document.rules.find(({ readMe, off }) => readMe && !off)
  const field = list.value?.querySelector<HTMLElement>(`[data-rule="${first?.id}"] .sentence`)
  field?.scrollIntoView({ block: 'center' })
  field?.focus()
}

const folded = ref(new Set<string>())
const opened = ref('')
</script>

<template>
  <section ref="list">
    <div class="head">
      <p class="soft">
        {{ countOf(document.rules.filter(({ off }) => !off).length, 'sentence') }}, {{ sum }} points<template
          v-if="unread > 0"
        >
          · <button type="button" class="unread" @click="goToUnread">{{ unread }} to read</button></template
        >
      </p>
      <button
        v-for="{ sheet, rules } in document.rules.length > 0 && !readonly ? unasked : []"
        :key="sheet"
        type="button"
        class="plain small"
        @click="addChecks(rules)"
      >
        Ask the {{ sheet }}’s own checks as well
      </button>
      <UButton
        v-if="missing.length > 0 && hasModel && !readonly"
        variant="outline"
        color="neutral"
        size="sm"
        @click="addMissing"
        >Add {{ countOf(missing.length, 'rule') }} that the answer upholds</UButton
      >
    </div>
    <p v-if="document.rules.length === 0" class="serif empty paper">
      {{
        hasModel
          ? 'No rule yet. Let them be proposed from the answer.'
          : 'Rules are proposed from the answer: give one under Answer first.'
      }}
    </p>
    <div v-for="group in groups" :key="group.name" class="group">
      <h2>
        <button
          type="button"
          :aria-expanded="!folded.has(group.name)"
          @click="folded.has(group.name) ? folded.delete(group.name) : folded.add(group.name)"
        >
          {{ group.name }}
        </button>
      </h2>
      <ul v-if="!folded.has(group.name)">
        <li v-for="entry in group.rules" :key="entry.id" :class="{ off: entry.off }" :data-rule="entry.id">
          <input
            type="checkbox"
            :checked="!entry.off"
            :disabled="readonly"
            :aria-label="`Ask rule ${entry.id.slice(1)}`"
            @change="change(entry.id, { off: !entry.off })"
          />
          <span class="soft no">{{ entry.id.slice(1) }}</span>
          <div>
            <input
              class="sentence serif"
              :value="entry.sentence"
              maxlength="400"
              :readonly="readonly"
              :aria-label="`Sentence of rule ${entry.id.slice(1)}`"
              @change="reword(entry, ($event.target as HTMLInputElement).value)"
              @keydown.enter="($event.target as HTMLInputElement).blur()"
            />
            <p class="tiny soft asks">
              <span v-for="(rule, part) in partsOf(entry)" :key="part" class="mono">{{
                ruleInWords(rule)
              }}</span>
              <button
                v-if="entry.readMe && !readonly"
                type="button"
                class="read-me"
                @click="change(entry.id, { readMe: false })"
              >
                read me
              </button>
              <button
                v-if="entry.and?.length && !readonly"
                type="button"
                class="plain tiny"
                @click="emit('change', askSeparately(document.rules, entry.id))"
              >
                ask separately
              </button>
              <button
                v-if="!readonly"
                type="button"
                class="plain tiny"
                :aria-pressed="entry.bonus ?? false"
                @click="change(entry.id, { bonus: !entry.bonus })"
              >
                {{ entry.bonus ? 'a bonus: count it plainly' : 'make it a bonus' }}
              </button>
              <button
                v-if="!readonly"
                type="button"
                class="plain tiny"
                :aria-expanded="opened === entry.id"
                @click="opened = opened === entry.id ? '' : entry.id"
              >
                {{ entry.phrase ? `“${entry.phrase}”` : 'bind to the brief' }}
              </button>
            </p>
            <p v-if="opened === entry.id" class="bind small">
              <label
                >The words of the brief that say so
                <input
                  class="slot wide"
                  :value="entry.phrase ?? ''"
                  maxlength="400"
                  @change="bind(entry, ($event.target as HTMLInputElement).value)"
              /></label>
              <span v-if="entry.phrase && !document.brief.includes(entry.phrase)" class="fault"
                >The brief does not contain these words.</span
              >
            </p>
            <p v-if="faults[entry.id]" class="fault small" role="alert">{{ faults[entry.id] }}</p>
          </div>
          <label class="points small"
            ><input
              class="slot"
              inputmode="decimal"
              :value="entry.points"
              :disabled="readonly || entry.off"
              :aria-label="`Points of rule ${entry.id.slice(1)}`"
              @change="weigh(entry, ($event.target as HTMLInputElement).value)"
            />
            {{ entry.bonus ? 'more' : 'points' }}</label
          >
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-bottom: 10px;
  min-height: 32px;
}
.unread {
  color: var(--ochre);
  font-weight: 650;
  cursor: pointer;
}
.unread:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.empty {
  padding: 18px 22px;
}
.group {
  margin-bottom: 14px;
}
h2 {
  font-size: 13.5px;
  font-family: var(--font-sans);
  color: var(--soft);
  border-bottom: 1px solid var(--rule-strong);
}
h2 button {
  padding: 4px 2px;
  font-weight: 650;
  cursor: pointer;
}
h2 button::before {
  content: '– ';
}
h2 button[aria-expanded='false']::before {
  content: '+ ';
}
li {
  display: grid;
  grid-template-columns: 20px 26px minmax(0, 1fr) 92px;
  gap: 6px;
  align-items: baseline;
  padding: 5px 4px;
  border-bottom: 1px solid var(--rule);
}
.no {
  font-size: 12px;
  text-align: right;
}
.sentence {
  width: 100%;
  font-size: 16px;
  background: transparent;
  border-bottom: 1px solid transparent;
  padding: 0 2px;
}
.sentence:hover:not([readonly]) {
  border-bottom-color: var(--edge);
}
.off .sentence {
  color: var(--soft);
  text-decoration: line-through;
  text-decoration-thickness: 1px;
}
.asks {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
  padding-left: 2px;
}
.asks button {
  font-weight: 450;
  text-align: left;
}
.read-me {
  color: var(--ochre);
  font-weight: 650 !important;
  cursor: pointer;
}
.bind label {
  display: block;
  margin-top: 4px;
}
.wide {
  width: 100%;
  font-weight: 400;
}
.points {
  text-align: right;
  white-space: nowrap;
  color: var(--soft);
}
.points input {
  width: 44px;
  text-align: right;
}
.fault {
  color: var(--madder);
}
input[type='checkbox'] {
  accent-color: var(--verdigris);
}
</style>
