<script setup lang="ts">
import type { Criterion, ExerciseDocument, GroupPolicy, Rubric } from '@nomenklatura/core/exercise'

/** How the groups of rules count, what people judge, and the most that can be got. */
const { document, readonly = false } = defineProps<{ document: ExerciseDocument; readonly?: boolean }>()
const emit = defineEmits<{ change: [rubric: Rubric] }>()
const set = (part: Partial<Rubric>): void => emit('change', { ...document.rubric, ...part })
const valueOf = (event: Event): string => (event.target as HTMLInputElement).value
const pointsOf = (event: Event): number => {
  const number = Math.round(Number(valueOf(event).replace(',', '.')) * 1000) / 1000
  return Number.isFinite(number) ? Math.min(1000, Math.max(0, number)) : 0
}

/* Groups */
const groups = computed(() => [
  ...new Set(document.rules.filter(({ off, bonus }) => !off && !bonus).map(({ group }) => group)),
])
const policyOf = (group: string): GroupPolicy | undefined =>
  document.rubric.groups?.find(other => other.group === group)
function setPolicy(group: string, policy: GroupPolicy | undefined): void {
  const others = (document.rubric.groups ?? []).filter(other => other.group !== group)
  set({ groups: policy ? [...others, policy] : others })
}
function choose(group: string, kind: string): void {
  if (kind === 'all or nothing') setPolicy(group, { group, kind })
  else if (kind === 'per mistake') setPolicy(group, { group, kind, off: 1, floor: 0 })
  else setPolicy(group, undefined)
}

/* Criteria */
const criteria = computed(() => document.rubric.criteria ?? [])
function changeCriterion(id: string, part: Partial<Criterion>): void {
  set({ criteria: criteria.value.map(one => (one.id === id ? { ...one, ...part } : one)) })
}
const sentence = ref('')
function addCriterion(): void {
  const says = sentence.value.trim()
  if (says === '') return
  const next = Math.max(0, ...criteria.value.map(({ id }) => Number(id.slice(1)))) + 1
  set({ criteria: [...criteria.value, { id: `c${next}`, sentence: says, points: 1 }] })
  sentence.value = ''
}
</script>

<template>
  <fieldset :disabled="readonly" class="rubric">
    <legend class="visually-hidden">Groups, criteria and the most points</legend>
    <h2 v-if="groups.length > 0">Groups of rules</h2>
    <ul v-if="groups.length > 0">
      <li v-for="group in groups" :key="group" class="serif">
        <span class="name">{{ group }}</span>
        <span>
          <select
            class="slot"
            :value="policyOf(group)?.kind ?? 'each'"
            :aria-label="`How ${group} counts`"
            @change="choose(group, valueOf($event))"
          >
            <option value="each">each rule by itself</option>
            <option value="all or nothing">all or nothing</option>
            <option value="per mistake">so much off for each rule missed</option>
          </select>
          <template v-if="policyOf(group)?.kind === 'per mistake'">
            <input
              class="slot short"
              inputmode="decimal"
              :value="(policyOf(group) as { off: number }).off"
              :aria-label="`Points off for each rule of ${group} that is missed`"
              @change="setPolicy(group, { ...policyOf(group)!, off: pointsOf($event) } as GroupPolicy)"
            />
            off each, down to
            <input
              class="slot short"
              inputmode="decimal"
              :value="(policyOf(group) as { floor: number }).floor"
              :aria-label="`Least points of ${group}`"
              @change="setPolicy(group, { ...policyOf(group)!, floor: pointsOf($event) } as GroupPolicy)"
            />
          </template>
        </span>
      </li>
    </ul>
    <h2>Judged by hand</h2>
    <p class="soft small">
      What no rule can say. Until somebody gives the points at the desk they are open, and the marks are not
      told.
    </p>
    <ul>
      <li v-for="one in criteria" :key="one.id" class="serif">
        <input
          class="slot name"
          maxlength="400"
          :value="one.sentence"
          :aria-label="`Criterion ${one.id.slice(1)}`"
          @change="valueOf($event).trim() && changeCriterion(one.id, { sentence: valueOf($event).trim() })"
        />
        <span>
          <input
            class="slot short"
            inputmode="decimal"
            :value="one.points"
            :aria-label="`Points of criterion ${one.id.slice(1)}`"
            @change="changeCriterion(one.id, { points: pointsOf($event) })"
          />
          points
          <label class="small"
            ><input
              type="checkbox"
              :checked="one.bonus ?? false"
              @change="changeCriterion(one.id, { bonus: !one.bonus })"
            />
            bonus</label
          >
          <button
            v-if="!readonly"
            type="button"
            class="plain small"
            @click="set({ criteria: criteria.filter(({ id }) => id !== one.id) })"
          >
            Take away
          </button>
        </span>
      </li>
    </ul>
    <form v-if="!readonly" @submit.prevent="addCriterion">
      <input
        v-model="sentence"
        class="slot name serif"
        maxlength="400"
        placeholder="Names are easy to read."
        aria-label="A new criterion"
      />
      <UButton type="submit" size="sm" variant="outline" color="neutral" :disabled="sentence.trim() === ''"
        >Add</UButton
      >
    </form>
    <p class="serif cap">
      With bonus and points by hand, at most
      <input
        class="slot short"
        inputmode="decimal"
        :value="document.rubric.cap ?? ''"
        aria-label="The most points"
        @change="set({ cap: valueOf($event).trim() === '' ? null : pointsOf($event) })"
      />
      points can be got <span class="soft">(empty: no end)</span>.
    </p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  min-width: 0;
  max-width: 860px;
}
h2 {
  font-size: 15px;
  margin: 26px 0 6px;
  border-top: 1px solid var(--rule-strong);
  padding-top: 14px;
}
li,
form {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  padding: 4px 0;
  font-size: 16px;
}
.name {
  flex: 1 1 300px;
  min-width: 0;
}
.short {
  width: 56px;
  text-align: center;
}
.cap {
  margin-top: 14px;
  font-size: 17px;
}
select.slot {
  max-width: 100%;
}
</style>
