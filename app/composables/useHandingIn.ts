import type { WorksheetAnswer } from '#shared/answers'

/** Whether a worksheet can be handed in now, and why not; what was handed in already; until when it is open. */
export function useHandingIn(sheet: Readonly<Ref<WorksheetAnswer | undefined>>) {
  const store = useWorksheetStore()
  const zone = computed(() => sheet.value?.course.timeZone ?? 'UTC')
  const attemptsLeft = computed(() =>
    sheet.value ? sheet.value.mine.attempts - sheet.value.mine.attemptsUsed : 0,
  )
  const whyNot = computed(() => {
    if (!sheet.value) return ''
    if (sheet.value.isPreview) return 'This is a trial.'
    const { status } = store.sheetsSave
    if (status === 'offline' || status === 'refused' || status === 'bad signs')
      return 'What you wrote is not yet sent.'
    if (status === 'conflict') return 'Look at both versions first.'
    if (attemptsLeft.value <= 0)
      return `Handed in ${sheet.value.mine.attemptsUsed} of ${sheet.value.mine.attempts} times.`
    if (!sheet.value.isOpen) return 'Closed.'
    return store.isEmpty ? 'Nothing is written yet.' : ''
  })
  /** Something was written after the last hand-in. */
  const changedSince = computed(() => {
    const at = sheet.value?.mine.handedInAt
    const saved = store.sheetsSave
    return Boolean(at && (saved.status !== 'saved' || (saved.at !== null && saved.at > at)))
  })
  const dueWords = computed(() => {
    const due = sheet.value?.mine.dueAt
    if (!due) return ''
    if (Date.parse(due) > Date.now()) return `due ${timeInWords(due, zone.value)}`
    return sheet.value?.isOpen
      ? `was due ${timeInWords(due, zone.value)}`
      : `closed ${timeInWords(sheet.value?.closedAt, zone.value)}`
  })
  return { zone, attemptsLeft, whyNot, changedSince, dueWords }
}
