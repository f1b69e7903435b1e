<script setup lang="ts">
import { FREELY, type Criterion } from '@nomenklatura/core/exercise'
import type { HandInAnswer } from '#shared/answers'

/** What a person judges: points for each criterion, and points given or taken freely with a reason. */
const { handIn, criteria, amend } = defineProps<{
  handIn: HandInAnswer
  criteria: readonly Criterion[]
  amend: (path: string, method: 'PUT', body: unknown) => Promise<boolean>
}>()
const part = useTemplateRef<HTMLElement>('part')
const isOpen = ref(false)
const isReleased = computed(() => handIn.state === 'released')
const lines = computed(() => [
  ...criteria.map(({ id, sentence, points, bonus }) => ({
    id,
    sentence: bonus ? `${sentence} (bonus)` : sentence,
    worth: points,
  })),
  ...(isOpen.value || given(FREELY) ? [{ id: FREELY, sentence: 'Given freely, or taken', worth: null }] : []),
])
function given(id: string) {
  return handIn.given.find(({ criterion }) => criterion === id)
}
const fault = ref('')
/** What stands in the two fields of a line is sent together, when both say something. */
async function give(id: string, form: HTMLFormElement): Promise<void> {
  const { points, reason } = Object.fromEntries(new FormData(form)) as { points: string; reason: string }
  const text = points.trim().replace(',', '.')
  const amount = text === '' ? null : Math.round(Number(text) * 1000) / 1000
  fault.value = ''
  if (amount !== null && !Number.isFinite(amount)) {
    fault.value = 'Points are a number.'
    return
  }
  const now = given(id)
  if (
    (now?.thousandths ?? null) === (amount === null ? null : amount * 1000) &&
    (now?.reason ?? '') === reason.trim()
  )
    return
  // Freely only with a reason: until it is there, nothing is sent.
  if (id === FREELY && amount !== null && reason.trim() === '') return
  await amend(`given/${id}`, 'PUT', {
    points: amount,
    reason: reason.trim(),
    version: handIn.givenVersions[id] ?? 0,
  })
}
async function focus(): Promise<void> {
  if (criteria.length === 0) isOpen.value = true
  await nextTick()
  const fields = [...(part.value?.querySelectorAll<HTMLInputElement>('input[name=points]') ?? [])]
  ;(fields.find(({ value }) => value === '') ?? fields[0])?.focus()
}
defineExpose({ focus })
</script>

<template>
  <section v-if="lines.length > 0 || !isReleased" ref="part" class="block small" aria-label="Points by hand">
    <button v-if="lines.length === 0" type="button" class="plain begin" @click="focus">
      Give or take points … <kbd>M</kbd>
    </button>
    <h2 v-else>Points by hand <kbd>M</kbd></h2>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <p v-if="isReleased && lines.length > 0" class="soft">Released: take the marks back to change them.</p>
    <form
      v-for="{ id, sentence, worth } in lines"
      :key="`${handIn.id} ${id}`"
      @submit.prevent="give(id, $event.currentTarget as HTMLFormElement)"
      @change="give(id, $event.currentTarget as HTMLFormElement)"
    >
      <label>
        <span class="serif">{{ sentence }}</span>
        <span class="points"
          ><input
            name="points"
            class="slot"
            inputmode="decimal"
            autocomplete="off"
            :value="given(id) ? pointsText(given(id)!.thousandths) : ''"
            :disabled="isReleased"
            :aria-label="`Points: ${sentence}`"
          />
          {{ worth === null ? 'points' : `of ${worth}` }}</span
        >
      </label>
      <input
        name="reason"
        class="slot why"
        maxlength="500"
        autocomplete="off"
        :placeholder="worth === null ? 'why? (needed)' : 'why?'"
        :value="given(id)?.reason ?? ''"
        :disabled="isReleased"
        :aria-label="`Why: ${sentence}`"
      />
      <span v-if="given(id)" class="soft tiny">{{ given(id)!.by }}</span>
      <button type="submit" class="visually-hidden" tabindex="-1">Set</button>
    </form>
    <button
      v-if="!isReleased && lines.length > 0 && !lines.some(({ id }) => id === FREELY)"
      type="button"
      class="plain begin"
      @click="isOpen = true"
    >
      Give or take points freely …
    </button>
  </section>
</template>

<style scoped>
.block {
  border-top: 1px solid var(--rule-strong);
  padding-top: 10px;
  display: grid;
  gap: 8px;
}
.begin {
  text-align: left;
}
form {
  display: grid;
  gap: 3px;
}
label {
  display: grid;
  gap: 2px;
}
.points input {
  width: 52px;
  text-align: right;
}
.why {
  width: 100%;
}
.fault {
  color: var(--madder);
}
</style>
