<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { HandInAnswer, Precedent } from '#shared/answers'

/** Deciding the chosen cell by hand: a verdict, and the reason that the student reads. */
const {
  handIn,
  rule,
  sheet,
  verdict,
  reasons,
  namesSheet = false,
  precedent = undefined,
  isHeld = false,
} = defineProps<{
  handIn: HandInAnswer
  rule: string
  sheet: Sheet
  /** What the cell shows now. */
  verdict: Verdict
  /** Reasons that were given last. */
  reasons: readonly string[]
  namesSheet?: boolean
  /** What was decided for others who made the same mistake. */
  precedent?: Precedent | undefined
  /** Somebody else has it in hand: nothing is begun; what is being said already stays. */
  isHeld?: boolean
}>()
/** Null gives the cell back to the engine. */
const emit = defineEmits<{ decide: [verdict: Decidable | null, reason: string]; compare: [] }>()

type Decidable = Exclude<Verdict, 'cannot tell'>
const deciding = ref<Decidable>()
const reason = ref('')
const reasonField = useTemplateRef<{ $el: HTMLElement }>('reasonField')
const own = computed(() => handIn.overrides.find(other => other.rule === rule && other.sheet === sheet))
const canDecide = computed(() => handIn.marking !== null && handIn.state !== 'released' && !isHeld)

async function begin(next: Decidable, because = own.value?.reason ?? ''): Promise<void> {
  if (!canDecide.value) return
  deciding.value = next
  reason.value = because
  await nextTick()
  reasonField.value?.$el.querySelector('input')?.focus()
}
/** As it was decided for others: in the form, to be set or not. */
function asBefore(): void {
  if (precedent) void begin(precedent.verdict, precedent.reason)
}
defineExpose({ begin, asBefore })
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
      <p v-if="precedent && !own && !deciding" class="small before">
        Decided for {{ countOf(precedent.times, 'other') }} who did the same:
        <strong>{{ precedent.verdict }}</strong>, “{{ precedent.reason }}” ({{ precedent.by }}).
        <button type="button" class="plain small" @click="asBefore">Take it over … <kbd>R</kbd></button>
      </p>
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
        <button type="button" :disabled="!own || isHeld" @click="emit('decide', null, '')">
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
.before {
  line-height: 1.45;
}
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
