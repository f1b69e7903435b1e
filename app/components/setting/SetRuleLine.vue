<script setup lang="ts">
import type { World } from '@nomenklatura/core/alignment'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { partsOf, ruleInWords, speaksOtherwise, type RuleEntry } from '@nomenklatura/core/rules'

/** One rule: its sentence, what it asks, its points; everything else of it when it is opened. */
const { entry } = defineProps<{
  entry: RuleEntry
  document: ExerciseDocument
  world: World
  readonly: boolean
  /** What of it cannot be asked. */
  fault: string
}>()
/** The rule that is open. */
const opened = defineModel<string>('open', { required: true })
const emit = defineEmits<{
  change: [part: Partial<RuleEntry>]
  separate: []
  move: [by: number]
  remove: []
}>()
const number = computed(() => entry.id.slice(1))
const isOpen = computed(() => opened.value === entry.id)
const otherwise = computed(() => speaksOtherwise(entry))

function reword(sentence: string): void {
  if (sentence.trim() !== '' && sentence !== entry.sentence)
    emit('change', { sentence: sentence.trim(), readMe: false })
}
function weigh(value: string): void {
  const points = Math.round(Number(value.replace(',', '.')) * 1000) / 1000
  if (Number.isFinite(points) && points >= 0 && points <= 1000) emit('change', { points })
}
</script>

<template>
  <li :class="{ off: entry.off }" :data-rule="entry.id">
    <input
      type="checkbox"
      :checked="!entry.off"
      :disabled="readonly"
      :aria-label="`Ask rule ${number}`"
      @change="emit('change', { off: !entry.off })"
    />
    <span class="soft no">{{ number }}</span>
    <div>
      <SlotText
        class="sentence serif"
        :value="entry.sentence"
        maxlength="400"
        :readonly="readonly"
        :aria-label="`Sentence of rule ${number}`"
        @set="reword"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <p class="tiny soft asks">
        <template v-if="!isOpen">
          <span v-for="(rule, part) in partsOf(entry)" :key="part" class="mono">{{ ruleInWords(rule) }}</span>
        </template>
        <button
          v-if="entry.readMe && !readonly"
          type="button"
          class="read-me"
          @click="emit('change', { readMe: false })"
        >
          read me
        </button>
        <button
          v-if="entry.and?.length && !readonly"
          type="button"
          class="plain tiny"
          @click="emit('separate')"
        >
          ask separately
        </button>
        <button
          v-if="!readonly"
          type="button"
          class="plain tiny"
          :aria-expanded="isOpen"
          :aria-label="`${isOpen ? 'Close' : 'Change'} rule ${number}`"
          @click="opened = isOpen ? '' : entry.id"
        >
          {{ isOpen ? 'close' : 'change' }}
        </button>
        <span v-if="entry.hidden">told with the marks only</span>
        <span v-if="entry.phrase && !isOpen">“{{ entry.phrase }}”</span>
      </p>
      <p v-if="otherwise && !isOpen" class="otherwise small">{{ otherwise }}</p>
      <RuleDetails
        v-if="isOpen && !readonly"
        :entry="entry"
        :document="document"
        :world="world"
        @change="emit('change', $event)"
        @move="emit('move', $event)"
        @remove="emit('remove')"
      />
      <p v-if="fault" class="fault small" role="alert">{{ fault }}</p>
    </div>
    <label class="points small"
      ><SlotText
        class="slot"
        inputmode="decimal"
        :value="String(entry.points)"
        :disabled="readonly || entry.off"
        :aria-label="`Points of rule ${number}`"
        @set="weigh"
      />
      {{ entry.bonus ? 'more' : 'points' }}</label
    >
  </li>
</template>

<style scoped>
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

.otherwise {
  color: var(--ochre);
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
