<script setup lang="ts">
import type { World } from '@nomenklatura/core/alignment'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { heldAgainst } from '@nomenklatura/core/proof'
import {
  beginRule,
  moduleOf,
  partsOf,
  ruleFrom,
  sentenceFrom,
  slotsFrom,
  speaksOtherwise,
  type Rule,
  type RuleEntry,
} from '@nomenklatura/core/rules'

/** Everything of one rule: what it asks in slots, where, under which group, bound to which words; and what the answers say. */
const { entry, document, world } = defineProps<{
  entry: RuleEntry
  document: ExerciseDocument
  world: World
}>()
const emit = defineEmits<{
  change: [part: Partial<RuleEntry>]
  move: [by: number]
  remove: []
}>()

const parts = computed(() => partsOf(entry))
const otherwise = computed(() => speaksOtherwise(entry))

const sentenceOf = (all: readonly Rule[]): string => {
  const [only, ...more] = all
  const values = only && more.length === 0 ? slotsFrom(only) : undefined
  return only && values ? sentenceFrom(only.kind, values) : ''
}
/** A sentence that nobody has worded follows its rule. */
function setParts(next: readonly Rule[]): void {
  const [rule, ...and] = next
  if (!rule) return
  const follows = entry.sentence === sentenceOf(parts.value)
  emit('change', {
    rule,
    and: and.length > 0 ? and : undefined,
    ...(follows && sentenceOf(next) !== '' ? { sentence: sentenceOf(next) } : {}),
  })
}
function setPart(at: number, rule: Rule): void {
  setParts(parts.value.map((other, i) => (i === at ? rule : other)))
}
function addPart(): void {
  const kind = entry.rule.kind === 'mustHave' ? 'refersTo' : 'mustHave'
  const made = ruleFrom(kind, beginRule(world, kind, { entity: entry.rule.entity }))
  if ('rule' in made) setParts([...parts.value, made.rule])
}

/** The sheets that can show it, of those that are asked. */
const sheets = computed(() =>
  document.sheets.filter(sheet => parts.value.some(rule => moduleOf(rule).sheets.includes(sheet))),
)
const isAsked = (sheet: Sheet): boolean => entry.sheets?.includes(sheet) ?? true
function turnSheet(sheet: Sheet): void {
  const next = sheets.value.filter(other => (other === sheet ? !isAsked(other) : isAsked(other)))
  if (next.length > 0) emit('change', { sheets: next.length === sheets.value.length ? undefined : next })
}
const groups = computed(() => [...new Set(document.rules.map(({ group }) => group))])
const bound = computed(() => entry.phrase ?? '')
const isSaid = computed(() => briefWords(document.brief).includes(bound.value))

/** What the model answers do with it, when nothing was changed for a moment. */
const settled = refDebounced(
  computed(() => ({ document, entry })),
  400,
)
const held = computed(() => heldAgainst(settled.value.document, settled.value.entry))
</script>

<template>
  <div class="details small">
    <template v-for="(rule, i) in parts" :key="i">
      <RuleRows v-if="rule.kind === 'givenRows'" :rule="rule" :world="world" @change="setPart(i, $event)" />
      <RulePart
        v-else
        :rule="rule"
        :world="world"
        :label="`Part ${i + 1} of rule ${entry.id.slice(1)}`"
        @change="setPart(i, $event)"
      />
    </template>
    <p class="line">
      <button type="button" class="plain tiny" :disabled="parts.length > 8" @click="addPart">
        ask something more with it
      </button>
      <button v-if="parts.length > 1" type="button" class="plain tiny" @click="setParts(parts.slice(0, -1))">
        leave out the last part
      </button>
    </p>
    <p v-if="otherwise" class="otherwise" role="status">{{ otherwise }}</p>
    <ul v-if="held.length > 0" class="held" aria-label="What the model answers do with it">
      <li v-for="one in held" :key="`${one.model} ${one.sheet}`">
        <VerdictSign :verdict="one.verdict" /> {{ one.name || `Model answer ${one.model + 1}` }},
        {{ SHEET_NAMES[one.sheet] }}: {{ one.verdict
        }}<template v-if="one.verdict !== 'upheld'"> – {{ one.because.join(' ') }}</template>
      </li>
    </ul>
    <p v-else class="soft">No sheet of this exercise is asked it.</p>

    <div class="line">
      <label
        >Stands under
        <SlotText
          class="slot"
          :value="entry.group"
          maxlength="80"
          list="groups-of-rules"
          @set="emit('change', { group: $event.trim() || entry.group })" /><datalist id="groups-of-rules">
          <option v-for="group in groups" :key="group" :value="group" /></datalist
      ></label>
      <span v-if="sheets.length > 1" role="group" aria-label="Asked in">
        asked in
        <button
          v-for="sheet in sheets"
          :key="sheet"
          type="button"
          class="turn"
          :aria-pressed="isAsked(sheet)"
          @click="turnSheet(sheet)"
        >
          {{ SHEET_NAMES[sheet] }}
        </button>
      </span>
      <button
        type="button"
        class="turn"
        :aria-pressed="entry.hidden ?? false"
        @click="emit('change', { hidden: entry.hidden ? undefined : true })"
      >
        told with the marks only
      </button>
      <button
        type="button"
        class="turn"
        :aria-pressed="entry.bonus ?? false"
        @click="emit('change', { bonus: entry.bonus ? undefined : true })"
      >
        a bonus
      </button>
    </div>
    <p class="bind">
      <label
        >The words of the brief that say so
        <SlotText
          class="slot wide"
          :value="bound"
          maxlength="400"
          @set="emit('change', { phrase: $event.trim() || undefined })"
      /></label>
      <span v-if="bound && !isSaid" class="fault">The brief does not contain these words.</span>
    </p>
    <p class="line">
      <button type="button" class="plain tiny" @click="emit('move', -1)">higher</button>
      <button type="button" class="plain tiny" @click="emit('move', 1)">lower</button>
      <button type="button" class="plain tiny remove" @click="emit('remove')">
        Leave rule {{ entry.id.slice(1) }} out
      </button>
    </p>
  </div>
</template>

<style scoped>
.details {
  border-left: 2px solid var(--verdigris);
  padding: 2px 0 8px 14px;
  margin: 6px 0 4px;
  display: grid;
  gap: 7px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
}
.turn {
  cursor: pointer;
  color: var(--soft);
  border-bottom: 1px dashed var(--edge);
  margin-left: 6px;
}
.turn[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 650;
  border-bottom: 2px solid var(--verdigris);
}
.otherwise {
  color: var(--ochre);
  font-weight: 650;
}
.wide {
  width: 100%;
  font-weight: 400;
}
.bind label {
  display: block;
}
.fault {
  color: var(--madder);
}
.remove {
  margin-left: auto;
}
</style>
