import type { WorksheetAnswer } from '#shared/answers'

const HOUR_MIN = 60
const LAST_MIN = 10

/**
 * A quiet word an hour before the due moment, and again ten minutes before; empty else, and after it was put
 * away. What is collected for those who never handed in is said.
 */
export function useDueWarning(sheet: Readonly<Ref<WorksheetAnswer | undefined>>) {
  const now = useNow({ interval: 10_000 })
  const putAway = ref<number>()
  const minutes = computed(() => {
    const due = sheet.value?.mine.dueAt
    return due ? (Date.parse(due) - now.value.getTime()) / 60_000 : Infinity
  })
  /** Which of the two it is. */
  const step = computed(() => [LAST_MIN, HOUR_MIN].find(limit => minutes.value > 0 && minutes.value <= limit))
  const warning = computed(() => {
    if (!sheet.value?.isOpen || step.value === undefined || putAway.value === step.value) return ''
    const { mine, schedule, course } = sheet.value
    const left = Math.ceil(minutes.value)
    const due = `Due in ${left === 1 ? 'a minute' : `${left} minutes`}, at ${clockInWords(mine.dueAt!, course.timeZone)}.`
    if (mine.handedInAt) return due
    return schedule.collectsAtDue
      ? `${due} What is saved then is handed in for you.`
      : `${due} You have not handed in.`
  })
  const putWarningAway = (): void => {
    putAway.value = step.value
  }
  return { warning, putWarningAway }
}
