<script setup lang="ts">
import type { DeskAnswer, QueueLine } from '#shared/answers'
import { isReady, standsOtherwise } from '#shared/queue'

/** Releasing what is ready, all or some, telling anew what stands otherwise by now, or taking marks back. */
const { desk, counts } = defineProps<{ desk: DeskAnswer; counts: QueueCounts }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [words: string] }>()
const { fault, act } = useAct()

const ready = computed(() => desk.queue.filter(isReady))
const otherwise = computed(() => desk.queue.filter(standsOtherwise))
const offered = computed(() => [...ready.value, ...otherwise.value])
/** Who is ready is ticked; who was told already is told anew only where that is asked for. */
const chosen = shallowRef<ReadonlySet<string>>(new Set())
watch(
  open,
  isOpen => {
    if (isOpen) chosen.value = new Set(ready.value.map(({ id }) => id))
  },
  { immediate: true },
)
function chooseAll(isChosen: boolean): void {
  chosen.value = new Set(isChosen ? offered.value.map(({ id }) => id) : [])
}
const standsAs = ({ points, told }: QueueLine): string =>
  told ? `told ${pointsText(told.got)}, now ${pointsText(points!.got)}` : pointsText(points!.got)
const listed = computed(() =>
  offered.value.map(line => ({ id: line.id, name: line.name, note: standsAs(line) })),
)

const staysBehind = computed(() =>
  [
    counts.open > 0 ? `${counts.open} with open points ${counts.open === 1 ? 'stays' : 'stay'} behind` : '',
    counts.flagged > 0 ? `${counts.flagged} flagged ${counts.flagged === 1 ? 'stays' : 'stay'} behind` : '',
    counts.unmarked > 0
      ? `${counts.unmarked} not yet marked ${counts.unmarked === 1 ? 'stays' : 'stay'} behind`
      : '',
  ].filter(part => part !== ''),
)
const isStillOpen = computed(
  () => desk.exercise.dueAt !== null && Date.parse(desk.exercise.dueAt) > Date.now(),
)

async function release(): Promise<void> {
  await act(async () => {
    const result = await api<{ released: number }>(`/exercises/${desk.exercise.id}/releases`, {
      method: 'POST',
      body: { handIns: [...chosen.value] },
    })
    open.value = false
    emit('done', `${countOf(result.released, 'mark')} released.`)
  })
}

async function takeBack(): Promise<void> {
  await act(async () => {
    await api(`/exercises/${desk.exercise.id}/releases`, { method: 'DELETE', body: {} })
    open.value = false
    emit('done', '')
  })
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Release the marks"
    :description="
      [`${counts.ready} ready`, ...staysBehind].join(', ') +
      `. Students see: verdicts, evidence, comments; ${desk.exercise.toldModel === null ? 'not the model answer' : 'once the exercise is closed for them, the model answer'}.`
    "
  >
    <template #body>
      <p v-if="isStillOpen" class="warn">
        The exercise is still open until {{ timeInWords(desk.exercise.dueAt, desk.exercise.timeZone) }}:
        released verdicts can be told to others.
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <fieldset v-if="offered.length > 0">
        <legend class="small">
          Whose marks?
          <button type="button" class="plain" @click="chooseAll(true)">All</button> ·
          <button type="button" class="plain" @click="chooseAll(false)">none</button>
        </legend>
        <DeskWho v-model:chosen="chosen" :lines="listed" label="Whose marks" />
      </fieldset>
      <p v-if="counts.released > 0" class="small">
        {{ counts.released }} released.
        <button type="button" class="plain" @click="takeBack">Take them all back</button>: students then read
        “Marks are being looked at again”.
      </p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="open = false">Not now</UButton>
      <UButton v-if="offered.length > 0" :disabled="chosen.size === 0" @click="release"
        >Release {{ chosen.size }}</UButton
      >
    </template>
  </UModal>
</template>

<style scoped>
.fault {
  color: var(--madder);
}
.warn {
  color: var(--ochre);
  margin-bottom: 8px;
}
</style>
