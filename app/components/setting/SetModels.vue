<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { beginningOf } from '@nomenklatura/core/sheets'
import { modelFaults } from '@nomenklatura/core/proof'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'

/** The model answers of an exercise, beside each other, and what each does not uphold of the rules. */
const { document } = defineProps<{ document: ExerciseDocument; readonly: boolean }>()
const emit = defineEmits<{ change: [models: ExerciseDocument['models']] }>()
/** The one that is shown. */
const at = defineModel<number>('at', { required: true })
const MOST = 5
/** Whether students begin with something. */
const begins = computed(() =>
  document.sheets.some(sheet => beginningOf(sheet, document.begins) !== undefined),
)

const nameOf = (i: number): string => document.models[i]?.name.trim() || `Model answer ${i + 1}`
function add(): void {
  emit('change', [...document.models, { name: `Model answer ${document.models.length + 1}`, script: '' }])
  at.value = document.models.length
}
function rename(name: string): void {
  emit(
    'change',
    document.models.map((model, i) => (i === at.value ? { ...model, name: name.trim() } : model)),
  )
}
function leaveOut(): void {
  const next = document.models.filter((_, i) => i !== at.value)
  at.value = 0
  emit('change', next)
}
watch(
  () => document.models.length,
  count => {
    if (at.value >= count) at.value = 0
  },
)
/** Every answer is marked for this: when nothing was typed for a moment. */
const settled = refDebounced(
  computed(() => document),
  600,
)
const faults = computed(() => modelFaults(settled.value))
const own = computed(() => faults.value.filter(({ model }) => model === at.value))
const isAtFault = (i: number): boolean => faults.value.some(({ model }) => model === i)
const sentenceOf = (id: string): string => document.rules.find(rule => rule.id === id)?.sentence ?? ''
</script>

<template>
  <div class="models">
    <div class="names" role="group" aria-label="Model answers">
      <button
        v-for="(_, i) in document.models"
        :key="i"
        type="button"
        :aria-pressed="at === i"
        @click="at = i"
      >
        {{ nameOf(i) }}<span v-if="isAtFault(i)" class="fault"> – not all is upheld</span>
      </button>
      <button v-if="document.models.length === 0" type="button" :aria-pressed="at !== BEGINS" @click="at = 0">
        What is asked
      </button>
      <button v-if="at === BEGINS || begins" type="button" :aria-pressed="at === BEGINS" @click="at = BEGINS">
        What students begin with
      </button>
      <template v-if="!readonly">
        <button v-if="at !== BEGINS && !begins" type="button" class="plain small" @click="at = BEGINS">
          Let students begin with something
        </button>
        <button
          v-if="document.models.length > 0 && document.models.length < MOST"
          type="button"
          class="plain small"
          @click="add"
        >
          Another model answer
        </button>
        <button v-if="at > 0" type="button" class="plain small" @click="leaveOut">Leave this one out</button>
      </template>
    </div>
    <p v-if="at === BEGINS" class="small soft">
      It stands on their sheets at first, and is theirs to change. A sheet that is left as it is counts as
      nothing.
    </p>
    <label v-if="!readonly && at >= 0 && document.models.length > 1" class="small"
      >It is called
      <SlotText class="slot" :value="document.models[at]?.name ?? ''" maxlength="120" @set="rename"
    /></label>
    <p v-if="at > 0" class="small soft">
      Rules speak in the names of {{ nameOf(0) }}. A hand-in is marked against each, and the one that gives
      most counts.
    </p>
    <ul v-if="own.length > 0 && document.rules.length > 0" class="small faults" tabindex="0">
      <li v-for="{ rule, sheet, verdict, because } in own" :key="`${rule} ${sheet}`">
        <VerdictSign :verdict="verdict" /> Rule {{ rule.slice(1) }} is {{ verdict }} in the
        {{ SHEET_NAMES[sheet] }}: <span class="serif">{{ sentenceOf(rule) }}</span> {{ because.join(' ') }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.models {
  display: grid;
  gap: 6px;
  margin-bottom: 14px;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: baseline;
}
.names > button:not(.plain) {
  font: 650 16px var(--font-serif);
  color: var(--soft);
  cursor: pointer;
  border-bottom: 2px solid transparent;
}
.names > button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
.fault {
  font: 400 12.5px var(--font-sans);
  color: var(--madder);
}
.faults {
  border-left: 3px solid var(--madder);
  padding-left: 10px;
  max-height: 30vh;
  overflow: auto;
}
.slot {
  min-width: 260px;
}
</style>
