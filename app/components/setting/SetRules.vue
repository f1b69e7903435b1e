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
import {
  beginRule,
  partsOf,
  ruleFrom,
  ruleFromWords,
  rulesOfSize,
  ruleKey,
  sentenceFrom,
  slotsFrom,
  thing,
  unknownElements,
  type Rule,
  type RuleEntry,
  type RulesOfSize,
} from '@nomenklatura/core/rules'
import { heldAgainst } from '@nomenklatura/core/proof'
import { capital } from '@nomenklatura/core/language'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'

/**
 * The rule sheet: one sentence a line, reworded in place, weighted, switched off; proposed anew from the
 * model answer.
 */
const {
  document,
  readonly = false,
  words = '',
} = defineProps<{
  document: ExerciseDocument
  readonly?: boolean
  /** Words of the brief from which a rule is to be begun. */
  words?: string
}>()
const emit = defineEmits<{
  change: [rules: RuleEntry[]]
  samples: [samples: ExerciseDocument['samples']]
  begun: []
}>()

const prepared = computed(() => prepareExercise(document))
const asksClaims = computed(() => document.sheets.includes('dependencies') && document.relation !== undefined)
const hasModel = computed(
  () =>
    prepared.value.world.entities.length > 0 ||
    (asksClaims.value && document.relation!.attributes.length > 0),
)
/** Proposed sentences with a part that no rule asks yet. */
const missing = computed(() => {
  const known = new Set(document.rules.flatMap(partsOf).map(ruleKey))
  return proposeSheet(document).filter(entry => !partsOf(entry).every(rule => known.has(ruleKey(rule))))
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

/** Before or after its neighbour under the same head. */
function move(entry: RuleEntry, by: number): void {
  const own = document.rules.filter(({ group }) => group === entry.group)
  const other = own[own.indexOf(entry) + by]
  if (!other) return
  emit(
    'change',
    document.rules.map(rule => {
      if (rule.id === entry.id) return other
      return rule.id === other.id ? entry : rule
    }),
  )
}
function remove(entry: RuleEntry): void {
  opened.value = ''
  emit(
    'change',
    document.rules.filter(({ id }) => id !== entry.id),
  )
}

function newEntry(rule: Rule, sentence: string, { phrase = '', after = 0 } = {}): RuleEntry {
  const id = `r${nextRuleNumber(document.rules) + after}`
  const group = capital(thing(rule.entity))
  return { id, group, sentence, points: 1, ...(phrase === '' ? {} : { phrase }), rule }
}
/** A rule of one's own, opened to be said in full, and what goes with it. */
function add(entry: RuleEntry, ...others: readonly RuleEntry[]): void {
  const { id } = entry
  emit('change', [...document.rules, entry, ...others])
  opened.value = id
  void nextTick(() => {
    const line = list.value?.querySelector<HTMLElement>(`[data-rule="${id}"]`)
    line?.scrollIntoView({ block: 'center' })
    line?.querySelector<HTMLElement>('.details select, .details .stamp')?.focus()
  })
}
function writeRule(): void {
  const values = beginRule(prepared.value.world, 'mustHave')
  const made = ruleFrom('mustHave', values)
  if ('rule' in made) add(newEntry(made.rule, sentenceFrom('mustHave', values)))
}
/** A rule from words that were chosen in the brief: they are its sentence until it is worded otherwise. */
function writeFromWords(): void {
  const size = rulesOfSize(prepared.value.world, words)
  const begun = ruleFromWords(prepared.value.world, words)
  const made = begun && ruleFrom(begun.kind, begun.values)
  const sentence = capital(words).replace(/[.;,]?$/, '.')
  if (size) writeSize(size, sentence)
  else if (made && 'rule' in made) add(newEntry(made.rule, sentence, { phrase: words }))
  else wordless.value = true
  emit('begun')
}
/** The form of a fact's values becomes samples of it, and what is kept and refused; the latter where the answer does. */
function writeSize({ element, samples, rules }: RulesOfSize, sentence: string): void {
  const all = withMoreSamples(document, element, samples)
  const [kept, ...refused] = rules.map((rule, after) => {
    const said = after === 0 ? sentence : sentenceFrom(rule.kind, slotsFrom(rule)!)
    return newEntry(rule, said, { phrase: words, after })
  })
  const upheld = refused.filter(entry =>
    heldAgainst({ ...document, samples: all }, entry).every(({ verdict }) => verdict === 'upheld'),
  )
  emit('samples', all)
  add(kept!, ...upheld)
}
/** Words were chosen, and the answer has nothing yet that a rule could be about. */
const wordless = ref(false)
onMounted(() => {
  if (words !== '' && !readonly) writeFromWords()
})
function giveRows(): void {
  const [entity] = prepared.value.world.entities
  if (!entity) return
  const values = Object.fromEntries(
    [...entity.attributes, ...entity.roles].map(({ name }): [string, string | null] => [
      name,
      entity.attributes.find(attribute => attribute.name === name)?.samples[0] ?? null,
    ]),
  )
  const rows = [{ entity: entity.name, accept: true, values }]
  const sentence = 'These rows are accepted or refused as they are marked.'
  add(newEntry({ kind: 'givenRows', entity: entity.name, rows }, sentence))
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
  const asked = new Set(document.rules.flatMap(partsOf).map(ruleKey))
  return rules.filter(({ rule }) => !asked.has(ruleKey(rule)))
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
      <template v-if="prepared.world.entities.length > 0 && !readonly">
        <button type="button" class="plain small" @click="writeRule">Write a rule</button>
        <button type="button" class="plain small" @click="giveRows">Give rows</button>
      </template>
      <UButton
        v-if="missing.length > 0 && document.rules.length > 0 && hasModel && !readonly"
        variant="outline"
        color="neutral"
        size="sm"
        @click="addMissing"
        >Add {{ countOf(missing.length, 'rule') }} that the answer upholds</UButton
      >
    </div>
    <AnswerFirst v-if="wordless" role="alert">A rule is about something of the answer.</AnswerFirst>
    <div v-if="document.rules.length === 0 && hasModel" class="empty paper">
      <p class="serif">
        No rule yet.
        {{
          missing.length > 0 ? 'The answer says what could be asked; what is proposed can be changed.' : ''
        }}
      </p>
      <UButton v-if="missing.length > 0 && !readonly" @click="addMissing"
        >Add {{ countOf(missing.length, 'rule') }} that the answer upholds</UButton
      >
    </div>
    <AnswerFirst v-else-if="document.rules.length === 0">Rules are proposed from the answer.</AnswerFirst>
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
        <SetRuleLine
          v-for="entry in group.rules"
          :key="entry.id"
          v-model:open="opened"
          :entry="entry"
          :document="document"
          :world="prepared.world"
          :readonly="readonly"
          :fault="faults[entry.id] ?? ''"
          @change="change(entry.id, $event)"
          @separate="emit('change', askSeparately(document.rules, entry.id))"
          @move="move(entry, $event)"
          @remove="remove(entry)"
        />
      </ul>
    </div>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  margin-bottom: 10px;
  min-height: 32px;
}
.head > p {
  flex: 1;
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
  display: grid;
  gap: 12px;
  justify-items: start;
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
</style>
