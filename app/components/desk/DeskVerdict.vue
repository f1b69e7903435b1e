<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { HandInAnswer } from '#shared/answers'

/** Deciding the chosen cell by hand: a verdict, and the reason that the student reads. */
const {
  handIn,
  rule,
  sheet,
  verdict,
  reasons,
  namesSheet = false,
} = defineProps<{
  handIn: HandInAnswer
  rule: string
  sheet: Sheet
  /** What the cell shows now. */
  verdict: Verdict
  /** Reasons that were given last. */
  reasons: readonly string[]
  namesSheet?: boolean
}>()
/** Null gives the cell back to the engine. */
const emit = defineEmits<{ decide: [verdict: Decidable | null, reason: string]; compare: [] }>()

type Decidable = Exclude<Verdict, 'cannot tell'>
const deciding = ref<Decidable>()
const reason = ref('')
const reasonField = useTemplateRef<{ $el: HTMLElement }>('reasonField')
const own = computed(() => handIn.overrides.find(other => other.rule === rule && other.sheet === sheet))
const canDecide = computed(() => handIn.marking !== null && handIn.state !== 'released')

async function begin(next: Decidable): Promise<void> {
  if (!canDecide.value) return
  deciding.value = next
  reason.value = own.value?.reason ?? ''
  await nextTick()
  reasonField.value?.$el.querySelector('input')?.focus()
}
defineExpose({ begin })
</script>

<template>
  <section class="block" aria-label="Verdict">
    <h2>
      Verdict
      <span class="soft small"
        >rule {{ rule.slice(1) }}{{ namesSheet ? `, ${SHEET_NAMES[sheet]}` : '' }}</span
      >
    </h2>
    <p v-if="handIn.state === 'released'" class="soft small">Released: take the marks back to change them.</p>
    <template v-else>
      <div class="verdicts">
        <button
          v-for="(key, other) in VERDICT_KEY"
          :key="other"
          type="button"
          :disabled="!canDecide"
          :aria-pressed="verdict === other"
          @click="begin(other)"
        >
          <kbd>{{ key }}</kbd> {{ other }}
        </button>
        <button type="button" :disabled="!own" @click="emit('decide', null, '')">
          <kbd>E</kbd> the engine’s own
        </button>
        <button type="button" :disabled="!canDecide" @click="emit('compare')">
          <kbd>G</kbd> same as others …
        </button>
      </div>
      <form v-if="deciding" class="reason" @submit.prevent="emit('decide', deciding, reason)">
        <label class="small" for="reason"
          >Why is it <strong>{{ deciding }}</strong>? The student reads this.</label
        >
        <UInput
          id="reason"
          ref="reasonField"
          v-model="reason"
          size="md"
          required
          maxlength="500"
          @keydown.esc="deciding = undefined"
        />
        <button
          v-for="last in reasons"
          :key="last"
          type="button"
          class="plain small last"
          @click="reason = last"
        >
          “{{ last }}”
        </button>
        <div class="ways">
          <UButton type="submit" size="sm" :disabled="reason.trim() === ''">Set it</UButton
          ><UButton size="sm" variant="ghost" color="neutral" @click="deciding = undefined">Leave it</UButton>
        </div>
      </form>
    </template>
  </section>
</template>

<style scoped>
.block {
  border-top: 1px solid var(--rule-strong);
  padding-top: 12px;
  display: grid;
  gap: 7px;
}
.verdicts {
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
.verdicts button {
  text-align: left;
  cursor: pointer;
  padding: 1px 0;
}
.verdicts button[aria-pressed='true'] {
  font-weight: 700;
}
.verdicts button:disabled {
  color: var(--soft);
  cursor: default;
}
.reason {
  display: grid;
  gap: 6px;
}
.last {
  text-align: left;
}
.ways {
  display: flex;
  gap: 10px;
}
</style>
