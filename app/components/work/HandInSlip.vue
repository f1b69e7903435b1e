<script setup lang="ts">
import type { HandInReceipt, WorksheetAnswer } from '#shared/answers'

/** Asks once before something is handed in, and gives the receipt. */
const { sheet, faults } = defineProps<{
  sheet: WorksheetAnswer
  /** Places that cannot be read, or would not run. */
  faults: number
}>()
const asking = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ check: []; received: [] }>()

const store = useWorksheetStore()
const zone = computed(() => sheet.course.timeZone)
const isSending = ref(false)
const receipt = shallowRef<HandInReceipt>()
const fault = ref('')
const lastCheck = computed(() =>
  store.check
    ? `Last check ${clockInWords(store.check.answer.checkedAt, zone.value)}${store.isStale ? ', changed since' : ''}.`
    : 'You have not checked it.',
)
const isLate = computed(() => sheet.mine.dueAt !== null && Date.parse(sheet.mine.dueAt) < Date.now())

async function handIn(): Promise<void> {
  isSending.value = true
  fault.value = ''
  try {
    receipt.value = await store.handIn()
    asking.value = false
    emit('received')
  } catch (problem) {
    fault.value =
      problem instanceof ApiError
        ? errorInWords(problem)
        : 'What you wrote is not yet sent. Try again in a moment.'
    if (problem instanceof ApiError && problem.problem.code === 'stale') void store.send()
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
    :description="`${lastCheck} This is hand-in ${sheet.mine.attemptsUsed + 1} of ${sheet.mine.attempts}${sheet.mine.dueAt ? `, until ${timeInWords(sheet.mine.dueAt, zone)}` : ''}.`"
  >
    <template #body>
      <p v-if="isLate" class="bad">
        It is late{{ sheet.schedule.lateLoss > 0 ? ` and loses ${sheet.schedule.lateLoss} %` : '' }}.
      </p>
      <p v-if="faults > 0">{{ countOf(faults, 'place') }} cannot be read, or would not run.</p>
      <p v-if="fault" role="alert" class="bad">{{ fault }}</p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="asking = false">Go on working</UButton>
      <UButton variant="outline" color="neutral" @click="checkFirst">Check first</UButton>
      <UButton :loading="isSending" @click="handIn">Hand in</UButton>
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
      ><p>
        Hand-in {{ receipt.attempt }} of {{ receipt.attempts
        }}{{ receipt.lateBySeconds > 0 ? `, ${lateInWords(receipt.lateBySeconds)}` : '' }}. It is with your
        instructor now.
      </p></template
    >
    <template #footer><UButton @click="receipt = undefined">Good</UButton></template>
  </UModal>
</template>

<style scoped>
.bad {
  color: var(--madder);
}
</style>
