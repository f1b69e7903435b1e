<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { listInWords } from '@nomenklatura/core/language'
import type { HandInReceipt, WorksheetAnswer } from '#shared/answers'

/** Asks once before something is handed in, and gives the receipt. */
const {
  sheet,
  faults,
  notBegun = [],
} = defineProps<{
  sheet: WorksheetAnswer
  /** Places that cannot be read, or would not run. */
  faults: number
  /** Asked sheets on which nothing of the student's own stands. */
  notBegun?: readonly Sheet[]
}>()
const asking = defineModel<boolean>('open', { required: true })
const session = useSessionStore()
const emit = defineEmits<{ check: []; received: [] }>()

const store = useWorksheetStore()
const zone = computed(() => sheet.course.timeZone)
const isSending = ref(false)
const fault = ref('')
/** What would be handed in is what was handed in last: it is asked once more. */
const isSameAgain = ref(false)
watch(asking, () => {
  isSameAgain.value = false
  fault.value = ''
})
const receipt = shallowRef<HandInReceipt>()
const lastCheck = computed(() =>
  store.check
    ? `Last check ${timeInWords(store.check.answer.checkedAt, zone.value)}${store.isStale ? ', changed since' : ''}.`
    : 'You have not checked it.',
)
const lacks = computed(() =>
  notBegun.length === 0
    ? ''
    : `${listInWords(notBegun.map(name => SHEET_NAMES[name]))} ${notBegun.length === 1 ? 'is' : 'are'} not begun. `,
)
const printReceipt = (): void => window.print()
const isLate = computed(() => sheet.mine.dueAt !== null && Date.parse(sheet.mine.dueAt) < Date.now())

async function handIn(): Promise<void> {
  isSending.value = true
  fault.value = ''
  try {
    receipt.value = await store.handIn(isSameAgain.value)
    asking.value = false
    emit('received')
  } catch (problem) {
    const code = problem instanceof ApiError ? problem.problem.code : 'unsent'
    if (code === 'same-again') isSameAgain.value = true
    else
      fault.value =
        code === 'unsent' ? 'What you wrote is not yet sent. Try again in a moment.' : errorInWords(problem)
    if (code === 'stale') void store.send()
  }
  isSending.value = false
}

function checkFirst(): void {
  asking.value = false
  emit('check')
}
</script>

<template>
  <UModal
    v-model:open="asking"
    :title="`Hand in ${sheet.title}?`"
    :description="`${lacks}${lastCheck} This is hand-in ${sheet.mine.attemptsUsed + 1} of ${sheet.mine.attempts}${sheet.mine.dueAt ? `, until ${timeInWords(sheet.mine.dueAt, zone)}` : ''}.`"
  >
    <template v-if="isLate || isSameAgain || faults > 0 || fault" #body>
      <p v-if="isLate" class="bad">
        It is late{{ sheet.schedule.lateLoss > 0 ? ` and loses ${sheet.schedule.lateLoss} %` : '' }}.
      </p>
      <p v-if="isSameAgain" class="bad">
        Nothing has changed since your last hand-in: it would be the same again, and take an attempt.
      </p>
      <p v-if="faults > 0">{{ countOf(faults, 'place') }} cannot be read, or would not run.</p>
      <p v-if="fault" role="alert" class="bad">{{ fault }}</p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="asking = false">Go on working</UButton>
      <UButton variant="outline" color="neutral" @click="checkFirst">Check first</UButton>
      <UButton :loading="isSending" @click="handIn">{{
        isSameAgain ? 'Hand in the same again' : 'Hand in'
      }}</UButton>
    </template>
  </UModal>
  <UModal
    :open="receipt !== undefined"
    title="Received"
    :description="
      receipt
        ? `Received ${clockInWords(receipt.handedInAt, zone, true)}, number ${handInNumber(receipt.number)}. Keep this page or print it.`
        : ''
    "
    @update:open="receipt = undefined"
  >
    <template v-if="receipt" #body
      ><p class="receipt">
        {{ session.person?.name }}, {{ dateInWords(receipt.handedInAt, zone) }}: {{ sheet.title }},
        {{ sheet.course.name }}. Hand-in {{ receipt.attempt }} of {{ receipt.attempts
        }}{{ receipt.lateBySeconds > 0 ? `, ${lateInWords(receipt.lateBySeconds)}` : '' }}. It is with your
        instructor now.
      </p></template
    >
    <template #footer
      ><UButton variant="outline" color="neutral" @click="printReceipt">Print</UButton
      ><UButton @click="receipt = undefined">Good</UButton></template
    >
  </UModal>
</template>

<style scoped>
.bad {
  color: var(--madder);
}
</style>
