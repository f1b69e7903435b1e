<script setup lang="ts">
import type { World } from '@nomenklatura/core/alignment'
import {
  RULE_FORMS,
  beginRule,
  choicesFor,
  formOf,
  ruleFrom,
  ruleInWords,
  slotsFrom,
  type Rule,
  type RuleKind,
  type RuleSlot,
  type SlotValues,
} from '@nomenklatura/core/rules'

/** One part of a rule as a sentence with slots; what it asks stands beside it, and changes with them. */
const { rule, world, label } = defineProps<{ rule: Rule; world: World; label: string }>()
const emit = defineEmits<{ change: [rule: Rule] }>()

const kind = ref<RuleKind>(rule.kind)
const values = ref<SlotValues>(slotsFrom(rule) ?? {})
watch(
  () => JSON.stringify(rule),
  () => {
    kind.value = rule.kind
    values.value = slotsFrom(rule) ?? {}
  },
)
const form = computed(() => formOf(kind.value))
const read = computed(() => ruleFrom(kind.value, values.value))
const groups = [...new Set(RULE_FORMS.map(({ group }) => group))].map(group => ({
  group,
  forms: RULE_FORMS.filter(other => other.group === group),
}))
const entity = computed(() => String(values.value.entity ?? ''))

function settle(): void {
  if ('rule' in read.value) emit('change', read.value.rule)
}
function turnTo(next: RuleKind): void {
  kind.value = next
  values.value = beginRule(world, next, { entity: entity.value })
  settle()
}
function fill(slot: RuleSlot, value: string | readonly string[]): void {
  // Of another entity or attribute other things can be said.
  if (slot.of === 'entity') values.value = beginRule(world, kind.value, { entity: String(value) })
  else if (slot.of === 'attribute')
    values.value = beginRule(world, kind.value, { entity: entity.value, attribute: String(value) })
  else values.value = { ...values.value, [slot.field]: value }
  settle()
}
const chosen = (slot: RuleSlot): readonly string[] => {
  const value = values.value[slot.field] ?? []
  return typeof value === 'string' ? [value] : value
}
const left = (slot: RuleSlot): readonly (readonly [string, string])[] =>
  (choicesFor(world, slot, entity.value) ?? []).filter(([value]) => !chosen(slot).includes(value))
const wordsFor = (slot: RuleSlot, value: string): string =>
  choicesFor(world, slot, entity.value)?.find(([other]) => other === value)?.[1] ?? value
function without(slot: RuleSlot, at: number): void {
  fill(
    slot,
    chosen(slot).filter((_, i) => i !== at),
  )
}
function typed(slot: RuleSlot, at: number, value: string): void {
  const next = [...chosen(slot)]
  if (value === '') next.splice(at, 1)
  else next[at] = value
  fill(slot, next)
}
const textOf = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="part" role="group" :aria-label="label">
    <select
      class="slot kind"
      :value="kind"
      aria-label="What is asked"
      @change="turnTo(textOf($event) as RuleKind)"
    >
      <option v-if="!form" :value="kind" disabled>{{ ruleInWords(rule).split(':')[0] }}</option>
      <optgroup v-for="{ group, forms } in groups" :key="group" :label="group">
        <option v-for="other in forms" :key="other.kind" :value="other.kind">{{ other.title }}</option>
      </optgroup>
    </select>
    <p v-if="form" class="serif says">
      <template v-for="(piece, i) in form.says" :key="i">
        <span v-if="typeof piece === 'string'">{{ piece }}</span>
        <template v-else-if="piece.of === 'values'">
          <SlotText
            v-for="(value, at) in [...chosen(piece), '']"
            :key="at"
            class="slot value"
            :value="value"
            maxlength="1000"
            :placeholder="at === 0 ? 'a value' : 'another'"
            :aria-label="at < chosen(piece).length ? `Value ${at + 1}` : 'Another value'"
            @set="typed(piece, at, $event)"
          />
        </template>
        <SlotText
          v-else-if="piece.of === 'pattern' || piece.of === 'name'"
          class="slot value"
          :value="chosen(piece)[0] ?? ''"
          :maxlength="piece.of === 'name' ? 128 : 200"
          :aria-label="
            piece.of === 'name'
              ? 'What it is called'
              : 'What it is called: {table}, {columns} and {target} stand for names'
          "
          @set="fill(piece, $event)"
        />
        <template v-else-if="piece.of === 'members' || piece.of === 'roles'">
          <button
            v-for="(value, at) in chosen(piece)"
            :key="value"
            type="button"
            class="member"
            :aria-label="`Leave out ${wordsFor(piece, value)}`"
            @click="without(piece, at)"
          >
            {{ wordsFor(piece, value) }} <span aria-hidden="true">×</span>
          </button>
          <select
            v-if="left(piece).length > 0"
            class="slot more"
            value=""
            :aria-label="chosen(piece).length > 0 ? 'And' : 'Choose'"
            @change="fill(piece, [...chosen(piece), textOf($event)])"
          >
            <option value="" disabled>{{ chosen(piece).length > 0 ? 'and …' : 'choose …' }}</option>
            <option v-for="[value, words] in left(piece)" :key="value" :value="value">{{ words }}</option>
          </select>
        </template>
        <select
          v-else
          class="slot"
          :value="chosen(piece)[0] ?? ''"
          :aria-label="
            piece.of === 'entity' ? 'Entity' : piece.of === 'choice' ? 'What happens' : 'What of it'
          "
          @change="fill(piece, textOf($event))"
        >
          <option v-if="!chosen(piece)[0]" value="" disabled>choose …</option>
          <option v-for="[value, words] in choicesFor(world, piece, entity)" :key="value" :value="value">
            {{ words }}
          </option>
        </select>
      </template>
    </p>
    <p v-else class="small soft">This is written from the relation, not by hand.</p>
    <p class="tiny soft">
      <span v-if="'rule' in read" class="mono">{{ ruleInWords(read.rule) }}</span>
      <span v-else-if="form" class="fault" role="alert">{{ read.fault }}</span>
    </p>
  </div>
</template>

<style scoped>
.part {
  display: grid;
  gap: 4px;
  padding: 4px 0;
}
.kind {
  justify-self: start;
  font-weight: 600;
}
.says {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 7px;
  font-size: 16px;
}
.says select,
.says input {
  font-size: 15px;
}
.value {
  width: 150px;
}
.member {
  border-bottom: 1px solid var(--verdigris);
  cursor: pointer;
}
.member:hover {
  text-decoration: line-through;
}
.more {
  color: var(--soft);
}
.fault {
  color: var(--madder);
}
</style>
