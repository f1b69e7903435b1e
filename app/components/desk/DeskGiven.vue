<script setup lang="ts">
import { FREELY, type Criterion } from '@nomenklatura/core/exercise'
import type { HandInAnswer } from '#shared/answers'

/** What a person judges: points for each criterion, and points given or taken freely with a reason. */
const { handIn, criteria, amend } = defineProps<{
  handIn: HandInAnswer
  /** Somebody else has it in hand. */
  isHeld: boolean
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
const valueOf = (event: Event): string => (event.target as HTMLInputElement).value
const fault = ref('')

/* What is being typed stays as it is typed, whatever comes from the server meanwhile. */
const drafts = reactive<Record<string, { points: string; reason: string }>>({})
const draftOf = (id: string): { points: string; reason: string } => (drafts[id] ??= asGiven(id))
function asGiven(id: string): { points: string; reason: string } {
  const now = given(id)
  return { points: now ? pointsText(now.thousandths) : '', reason: now?.reason ?? '' }
}
watch(
  () => [handIn.id, handIn.given] as const,
  ([id], [before]) => {
    const inHand = document.activeElement?.closest<HTMLElement>('[data-criterion]')?.dataset.criterion
    for (const criterion of Object.keys(drafts))
      if (id !== before || criterion !== inHand) drafts[criterion] = asGiven(criterion)
  },
)

/** Points and why are sent together, when both are left or Enter is pressed. */
async function give(id: string): Promise<void> {
  const { points, reason } = draftOf(id)
  const text = points.trim().replace(',', '.')
  const amount = text === '' ? null : Math.round(Number(text) * 1000) / 1000
  fault.value = ''
  if (amount !== null && !Number.isFinite(amount)) {
    fault.value = 'Points are a number.'
    return
  }
  const now = asGiven(id)
  if (points.trim() === now.points && reason.trim() === now.reason) return
  if (id === FREELY && amount !== null && reason.trim() === '') {
    fault.value = 'Say why as well: the student reads it.'
    return
  }
  if (amount === null && now.points === '') {
    fault.value = 'Say how many points as well.'
    return
  }
  await amend(`given/${id}`, 'PUT', {
    points: amount,
    reason: amount === null ? '' : reason.trim(),
    version: handIn.givenVersions[id] ?? 0,
  })
}
function left(event: FocusEvent, id: string): void {
  const form = event.currentTarget as HTMLFormElement
  if (!form.contains(event.relatedTarget as Node | null)) void give(id)
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
      :data-criterion="id"
      @submit.prevent="give(id)"
      @focusout="left($event, id)"
    >
      <label>
        <span class="serif">{{ sentence }}</span>
        <span class="points"
          ><input
            name="points"
            class="slot"
            inputmode="decimal"
            autocomplete="off"
            :value="draftOf(id).points"
            :disabled="isReleased"
            :readonly="isHeld"
            :aria-label="`Points: ${sentence}`"
            @input="draftOf(id).points = valueOf($event)"
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
        :value="draftOf(id).reason"
        :disabled="isReleased"
        :readonly="isHeld"
        :aria-label="`Why: ${sentence}`"
        @input="draftOf(id).reason = valueOf($event)"
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
