<script setup lang="ts">
import { worthOf, type ExerciseDocument } from '@nomenklatura/core/exercise'
import type { ExerciseSetting, MemberLine, Schedule } from '#shared/answers'

/** Marks and dates: one paragraph with slots, all filled, and what differs for single people. */
const {
  setting,
  document,
  schedule,
  readonly = false,
} = defineProps<{
  setting: ExerciseSetting
  document: ExerciseDocument
  schedule: Schedule
  readonly?: boolean
}>()
const emit = defineEmits<{
  document: [part: Partial<ExerciseDocument>]
  schedule: [part: Partial<Schedule>]
  changed: []
}>()

const zone = computed(() => setting.course.timeZone)

const toSlot = (iso: string | null): string => wallTime(iso, zone.value)
const fromSlot = (slot: string): string | null => momentOfWall(slot, zone.value)

const valueOf = (event: Event): string => (event.target as HTMLInputElement).value
const numberOf = (event: Event, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round(Number(valueOf(event))) || least))
const sum = computed(() => worthOf(document.rules))

/* One person's own date or number of attempts */
const members = shallowRef<MemberLine[]>()
const person = ref('')
const dueAt = ref('')
const attempts = ref('')
const { fault, act } = useAct()

const showMembers = (): Promise<boolean> =>
  act(async () => {
    const all = await api<MemberLine[]>(`/courses/${setting.course.id}/members`)
    members.value = all.filter(({ role }) => role === 'student')
  })

const allow = (
  personId: string,
  allowance: { dueAt: string | null; attempts: number | null },
): Promise<boolean> =>
  act(async () => {
    await api(`/exercises/${setting.id}/allowances/${personId}`, { method: 'PUT', body: allowance })
    person.value = dueAt.value = attempts.value = ''
    members.value = undefined
    emit('changed')
  })

function addAllowance(): void {
  const allowance = {
    dueAt: fromSlot(dueAt.value),
    attempts: attempts.value === '' ? null : Number(attempts.value),
  }
  if (allowance.dueAt === null && allowance.attempts === null) {
    fault.value = 'Give another date or another number of attempts.'
    return
  }
  void allow(person.value, allowance)
}
</script>

<template>
  <section class="marks">
    <fieldset :disabled="readonly" class="serif">
      <legend class="visually-hidden">Marks and dates</legend>
      <p>
        Students see the exercise from
        <input
          type="datetime-local"
          class="slot"
          :value="toSlot(schedule.opensAt)"
          aria-label="Opens"
          @change="emit('schedule', { opensAt: fromSlot(valueOf($event)) })"
        />
        <span class="soft">(empty: as soon as it is published)</span>
        and may hand in
        <input
          type="number"
          class="slot short"
          min="1"
          max="99"
          :value="schedule.attempts"
          aria-label="Attempts"
          @change="emit('schedule', { attempts: numberOf($event, 1, 99) })"
        />
        {{ schedule.attempts === 1 ? 'time' : 'times,' }}
        <template v-if="schedule.attempts > 1"
          ><select
            class="slot"
            :value="schedule.counted"
            aria-label="Which attempt counts"
            @change="emit('schedule', { counted: valueOf($event) as Schedule['counted'] })"
          >
            <option value="last">the last counts</option>
            <option value="best">the best counts</option></select
          >,
        </template>
        until
        <input
          type="datetime-local"
          class="slot"
          :value="toSlot(schedule.dueAt)"
          aria-label="Due"
          @change="emit('schedule', { dueAt: fromSlot(valueOf($event)) })"
        />
        <span class="soft">({{ zone }}; empty: no end)</span>.
      </p>
      <p>
        Up to
        <input
          type="number"
          class="slot short"
          min="0"
          max="365"
          :value="schedule.lateDays"
          aria-label="Days late"
          @change="emit('schedule', { lateDays: numberOf($event, 0, 365) })"
        />
        days later is taken too, for
        <input
          type="number"
          class="slot short"
          min="0"
          max="100"
          :value="schedule.lateLoss"
          aria-label="Per cent lost when late"
          @change="emit('schedule', { lateLoss: numberOf($event, 0, 100) })"
        />
        % less. At the due moment, what was last saved by those who never handed in
        <select
          class="slot"
          :value="schedule.collectsAtDue ? 'yes' : 'no'"
          aria-label="Collect at the due moment"
          @change="emit('schedule', { collectsAtDue: valueOf($event) === 'yes' })"
        >
          <option value="yes">is handed in for them</option>
          <option value="no">is left where it is</option></select
        >. What students have begun can be read by those who teach here; they
        <select
          class="slot"
          :value="schedule.saysWorkIsRead ? 'yes' : 'no'"
          aria-label="Whether students are told that their work is read"
          @change="emit('schedule', { saysWorkIsRead: valueOf($event) === 'yes' })"
        >
          <option value="yes">are told so</option>
          <option value="no">are not told</option></select
        >. With the marks, once the exercise is closed for them, they read
        <select
          class="slot"
          :value="schedule.toldModel ?? 'none'"
          aria-label="Model answer that is told"
          @change="
            emit('schedule', { toldModel: valueOf($event) === 'none' ? null : Number(valueOf($event)) })
          "
        >
          <option value="none">no model answer</option>
          <option v-for="(model, i) in document.models" :key="i" :value="i">
            {{ model.name || 'the model answer' }}
          </option></select
        >. Who marks sees
        <select
          class="slot"
          :value="schedule.isAnonymous ? 'numbers' : 'names'"
          aria-label="Whether names are shown while hand-ins are marked"
          @change="emit('schedule', { isAnonymous: valueOf($event) === 'numbers' })"
        >
          <option value="names">names</option>
          <option value="numbers">numbers, and names once marks are told</option></select
        >.
      </p>
      <p>
        Check tells
        <select
          class="slot"
          :value="document.helpLevel"
          aria-label="Help level"
          @change="emit('document', { helpLevel: valueOf($event) as ExerciseDocument['helpLevel'] })"
        >
          <option value="practice">everything, at will (practice)</option>
          <option value="guided">verdicts with evidence, at will (guided)</option>
          <option value="assessed">what is well formed, no verdicts (assessed)</option></select
        >.
      </p>
      <p>
        The rules are worth <strong>{{ sum }} points</strong>. What is too strict keeps
        <input
          type="number"
          class="slot short"
          min="0"
          max="100"
          :value="Math.round(document.rubric.tooStrict * 100)"
          aria-label="Per cent kept when too strict"
          @change="
            emit('document', { rubric: { ...document.rubric, tooStrict: numberOf($event, 0, 100) / 100 } })
          "
        />
        % of its points. A mistake that follows from another
        <select
          class="slot"
          :value="document.rubric.consequencesCost ? 'yes' : 'no'"
          aria-label="Consequences"
          @change="
            emit('document', { rubric: { ...document.rubric, consequencesCost: valueOf($event) === 'yes' } })
          "
        >
          <option value="no">costs nothing more</option>
          <option value="yes">costs its points again</option></select
        >. A permission counts
        <select
          class="slot"
          :value="document.rubric.permissiveNeedsConstraint ? 'yes' : 'no'"
          aria-label="Permissions"
          @change="
            emit('document', {
              rubric: { ...document.rubric, permissiveNeedsConstraint: valueOf($event) === 'yes' },
            })
          "
        >
          <option value="yes">only beside a demand about the same that is upheld</option>
          <option value="no">always</option></select
        >. The sum is rounded to
        <select
          class="slot"
          :value="document.rubric.roundTo"
          aria-label="Rounding"
          @change="emit('document', { rubric: { ...document.rubric, roundTo: Number(valueOf($event)) } })"
        >
          <option :value="0">thousandths</option>
          <option :value="0.1">tenths</option>
          <option :value="0.5">halves</option>
          <option :value="1">whole points</option></select
        >.
      </p>
    </fieldset>

    <SetRubric :document="document" :readonly="readonly" @change="emit('document', { rubric: $event })" />

    <h2>For single people</h2>
    <ul v-if="setting.allowances.length > 0" class="allowances">
      <li v-for="line in setting.allowances" :key="line.personId">
        <span class="serif"
          >{{ line.name }}<template v-if="line.dueAt">, until {{ timeInWords(line.dueAt, zone) }}</template
          ><template v-if="line.attempts">, {{ countOf(line.attempts, 'attempt') }}</template></span
        >
        <button
          v-if="!readonly"
          type="button"
          class="plain small"
          @click="allow(line.personId, { dueAt: null, attempts: null })"
        >
          Take away
        </button>
      </li>
    </ul>
    <p v-else class="soft small">Nobody has a date or a number of attempts of their own.</p>
    <template v-if="!readonly">
      <button v-if="!members" type="button" class="plain small" @click="showMembers">
        Give somebody another date
      </button>
      <form v-else class="serif" @submit.prevent="addAllowance">
        <select v-model="person" class="slot" required aria-label="Who">
          <option value="" disabled>who?</option>
          <option v-for="member in members" :key="member.id" :value="member.id">{{ member.name }}</option>
        </select>
        may hand in until <input v-model="dueAt" type="datetime-local" class="slot" aria-label="Until" />,
        <input
          v-model="attempts"
          type="number"
          min="1"
          max="99"
          class="slot short"
          placeholder="–"
          aria-label="Attempts of this person"
        />
        times.
        <UButton type="submit" size="sm" variant="outline" color="neutral" :disabled="person === ''"
          >Allow</UButton
        >
        <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
      </form>
    </template>
  </section>
</template>

<style scoped>
fieldset {
  border: 0;
  min-width: 0;
  font-size: 17px;
  line-height: 2.05;
  max-width: 860px;
}
p + p {
  margin-top: 8px;
}
.short {
  width: 52px;
  text-align: center;
}
select.slot {
  max-width: 100%;
}
h2 {
  font-size: 15px;
  margin: 26px 0 6px;
  border-top: 1px solid var(--rule-strong);
  padding-top: 14px;
}
.allowances li {
  display: flex;
  gap: 16px;
  padding: 4px 0;
  align-items: baseline;
}
form {
  margin-top: 8px;
  line-height: 2;
}
.fault {
  color: var(--madder);
}
</style>
