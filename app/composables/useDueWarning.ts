import type { WorksheetAnswer } from '#shared/answers'

/** A quiet word before the due moment, twice; empty else, and after it was put away. */
export function useDueWarning(sheet: Readonly<Ref<WorksheetAnswer | undefined>>) {
  const now = useNow({ interval: 10_000 })
  const putAway = ref<number>()
  const minutes = computed(() => {
    const due = sheet.value?.mine.dueAt
    return due ? (Date.parse(due) - now.value.getTime()) / 60_000 : Infinity
  })
  const step = computed(() => dueStep(minutes.value))
  const warning = computed(() => {
    if (!sheet.value?.isOpen || step.value === undefined || putAway.value === step.value) return ''
    const { mine, schedule, course } = sheet.value
    return dueSoonInWords({
      minutes: minutes.value,
      clock: clockInWords(mine.dueAt!, course.timeZone),
      isHandedIn: mine.handedInAt !== null,
      isCollected: schedule.collectsAtDue,
    })
  })
  const putWarningAway = (): void => {
    putAway.value = step.value
  }
  return { warning, putWarningAway }
}
