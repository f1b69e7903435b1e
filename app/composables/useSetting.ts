import { saysTheSame, type ExerciseDocument } from '@nomenklatura/core/exercise'
import type { ExerciseSetting, Schedule } from '#shared/answers'

/** Parts that are typed letter by letter. */
const TYPED: ReadonlySet<string> = new Set(['title', 'brief', 'starter', 'begins', 'models'])
const PAUSE_MS = 1500

/**
 * An exercise as it is set: its document is saved as it is changed, one save at a time and upon the revision
 * it was made on; the schedule at once.
 */
export function useSetting(exerciseId: () => string) {
  const {
    answer: setting,
    error,
    code,
    reload,
  } = useAnswer<ExerciseSetting>(() => `/exercises/${exerciseId()}/setting`)
  const isReadOnly = computed(() => setting.value?.role !== 'instructor')
  const document = shallowRef<ExerciseDocument>()
  const schedule = shallowRef<Schedule>()
  const base = ref(0)
  /** Whether what is saved waits to be taken: students and marks see the version before. */
  const isPrepared = ref(false)
  const state = ref<'saved' | 'changed' | 'saving' | 'stale' | 'failed' | ''>('')
  const savedAt = ref('')
  const fault = ref('')

  watch(
    setting,
    value => {
      if (!value) return
      if (state.value !== 'changed' && state.value !== 'saving') {
        document.value = value.document
        base.value = value.revision
        isPrepared.value = value.isPrepared
      }
      schedule.value = value.schedule
    },
    { immediate: true },
  )

  const saveSoon = useDebounceFn(() => void save(), 700)
  const { step, undo, undoKeys, canUndo, forget } = useSteps(
    () => document.value!,
    next => {
      document.value = next
      state.value = 'changed'
      void saveSoon()
    },
  )
  let burst = 0
  let lastAt = 0
  /** Letters typed into one text without a pause are one step. What says the same as before is no change. */
  function change(part: Partial<ExerciseDocument>): void {
    const now = document.value
    if (!now || isReadOnly.value) return
    const fields = (Object.keys(part) as (keyof ExerciseDocument)[]).filter(
      field => !saysTheSame(now[field], part[field]),
    )
    if (fields.length === 0) return
    if (Date.now() - lastAt > PAUSE_MS) burst++
    lastAt = Date.now()
    const [field, ...more] = fields
    const isTyped = more.length === 0 && TYPED.has(field!)
    step({ ...now, ...part }, isTyped ? `${field} ${burst}` : undefined)
  }

  let underWay: Promise<void> | undefined
  /** Saves what is not saved yet. Who waits for it waits for the save that is under way as well. */
  async function save(): Promise<void> {
    while (underWay) await underWay
    if (state.value !== 'changed' && state.value !== 'failed') return
    underWay = saveOnce().finally(() => {
      underWay = undefined
    })
    await underWay
  }
  async function saveOnce(): Promise<void> {
    const sent = document.value
    if (!sent) return
    state.value = 'saving'
    try {
      const saved = await api<{ revision: number; isPrepared: boolean }>(
        `/exercises/${exerciseId()}/document`,
        { method: 'PUT', body: { document: sent, base: base.value } },
      )
      base.value = saved.revision
      isPrepared.value = saved.isPrepared
      savedAt.value = new Date().toISOString()
      fault.value = ''
      state.value = document.value === sent ? 'saved' : 'changed'
    } catch (problem) {
      fault.value = errorInWords(problem)
      state.value = problem instanceof ApiError && problem.problem.code === 'stale' ? 'stale' : 'failed'
    }
  }

  async function changeSchedule(part: Partial<Schedule>): Promise<void> {
    if (!schedule.value) return
    const next = { ...schedule.value, ...part }
    schedule.value = next
    try {
      await api(`/exercises/${exerciseId()}/schedule`, { method: 'PUT', body: next })
      savedAt.value = new Date().toISOString()
      if (state.value === '') state.value = 'saved'
      fault.value = ''
    } catch (problem) {
      fault.value = errorInWords(problem)
    }
  }

  onBeforeRouteLeave(async () => {
    await save()
  })
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (state.value === 'changed' || state.value === 'saving' || state.value === 'failed') {
      void save()
      event.preventDefault()
    }
  })

  /** Leaves what could not be saved here, and goes on with what somebody else saved meanwhile. */
  async function takeTheirs(): Promise<void> {
    await standsAnew()
  }
  /** What stands now is another version: it is shown, and nothing of before is taken back into it. */
  async function standsAnew(): Promise<void> {
    state.value = ''
    fault.value = ''
    forget()
    await reload()
  }
  const stateWord = computed(
    () =>
      ({
        'saved': `saved ${savedAt.value && setting.value ? clockInWords(savedAt.value, setting.value.course.timeZone) : ''}`,
        'changed': '',
        'saving': 'saving …',
        'stale': '',
        'failed': 'not yet saved',
        '': '',
      })[state.value],
  )

  return {
    setting,
    document,
    schedule,
    base,
    isPrepared,
    state,
    stateWord,
    fault,
    isReadOnly,
    error,
    code,
    reload,
    change,
    changeSchedule,
    save,
    takeTheirs,
    standsAnew,
    undo,
    undoKeys,
    canUndo,
  }
}
