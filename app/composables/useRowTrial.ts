import {
  joinSentences,
  slipsOf,
  stepInWords,
  stopStep,
  trialTables,
  writeStep,
  type RowTrialDocument,
  type StepInWords,
  type TrialReport,
  type TrialTables,
  type TrialWork,
} from '@nomenklatura/core/row-trial'
import type { Dialect } from '@nomenklatura/core/schema'
import type { ReadScript } from '@nomenklatura/core/sql'

/** A script whose tables are tried. */
export interface TriedScript {
  /** The text that was read. */
  readonly script: string
  readonly read: ReadScript
  /** What the exercise gives, and in which dialect. */
  readonly starter: string
  readonly home: Dialect
}

/** A trial as the engine showed it last: these belong together. */
interface Shown {
  readonly document: RowTrialDocument
  readonly tables: TrialTables
  readonly report: TrialReport
}

export type RowTrialApi = ReturnType<typeof useRowTrial>

/**
 * Rows tried on a script's tables. What is kept (`document`) is run on the engine whenever its steps or the
 * tables change; what stands on the screen is always what an engine showed, with the lines that wait.
 */
export function useRowTrial(
  tried: () => TriedScript,
  {
    document,
    change,
    exerciseId,
  }: {
    document: () => RowTrialDocument
    change: (document: RowTrialDocument) => void
    /** Whose server engines may be asked where the browser has none. */
    exerciseId: string | null
  },
) {
  const { enginePath } = useRuntimeConfig().public
  let engine: TrialEngine = new EngineHere(enginePath)
  const phase = ref<'asleep' | 'loading' | 'ready' | 'failed'>('asleep')
  const where = ref<TrialEngine['where']>('here')
  const loaded = ref<Loaded>({ done: 0, of: 0 })
  const fault = ref('')
  const isBusy = ref(false)
  const shown = shallowRef<Shown>()
  /** How many steps are looked at; null: all of them. */
  const lookedAt = ref<number | null>(null)

  const tables = computed(() => {
    const { script, read, starter, home } = tried()
    return trialTables(script, read, { starter, dialect: home })
  })
  /** What the screen shows: the steps as they were run, the lines as they are. */
  const standing = computed<RowTrialDocument | undefined>(() => {
    if (!shown.value) return undefined
    const now = document()
    return isBusy.value || now.steps !== shown.value.document.steps
      ? shown.value.document
      : { ...now, steps: shown.value.document.steps }
  })
  const steps = computed<StepInWords[]>(() => {
    const { document: of, tables: on, report } = shown.value ?? {}
    return of && on && report ? of.steps.map((step, i) => stepInWords(step, i, on, report)) : []
  })
  const after = computed(() => lookedAt.value ?? steps.value.length)
  const slips = computed(() =>
    shown.value && standing.value
      ? slipsOf(standing.value, shown.value.tables, shown.value.report, after.value)
      : [],
  )
  const sentences = computed(() => joinSentences(tables.value.schema, tables.value.spelling))

  /** Makes the engine ready, and shows what is kept. */
  async function start(): Promise<void> {
    if (phase.value === 'loading' || phase.value === 'ready') return
    phase.value = 'loading'
    fault.value = ''
    for (const next of candidates()) {
      engine = next
      where.value = next.where
      try {
        await next.start(now => {
          loaded.value = now
        })
        phase.value = 'ready'
        return await run()
      } catch (error) {
        next.close()
        if (error instanceof GivenBack) return
        fault.value = errorInWords(error)
      }
    }
    phase.value = 'failed'
  }

  const candidates = (): TrialEngine[] => [
    new EngineHere(enginePath),
    ...(exerciseId === null ? [] : [new EngineOnServer(exerciseId)]),
  ]

  /** Runs what there is; what changes meanwhile is run after it. */
  async function run(): Promise<void> {
    if (phase.value !== 'ready' || isBusy.value) return
    isBusy.value = true
    const of = document()
    const on = tables.value
    try {
      shown.value = { document: of, tables: on, report: await engine.show(workOf(of, on)) }
      fault.value = ''
    } catch (error) {
      recover(of, error)
    }
    isBusy.value = false
    if (document().steps !== of.steps || tables.value.statements.join() !== on.statements.join()) await run()
  }

  /** A step that does not end is left out from then on; without one it is the tables that do not. */
  function recover(of: RowTrialDocument, error: unknown): void {
    if (error instanceof GivenBack) return
    const last = of.steps.length - 1
    // Lines may have been typed meanwhile.
    if (error instanceof TookTooLong && last >= 0 && !of.steps[last]!.isStopped)
      change(stopStep(document(), last))
    else {
      fault.value =
        error instanceof TookTooLong
          ? 'The engine did not come to an end with this script.'
          : errorInWords(error)
      phase.value = 'failed'
    }
  }

  const again = useDebounceFn(() => run(), 300)
  watch(
    () => tables.value.statements.join('\n'),
    () => void again(),
  )
  watch(
    () => document().steps,
    () => {
      lookedAt.value = null
      void run()
    },
  )
  /** Gives the engine back, which is large: what is kept stays. */
  function sleep(): void {
    engine.close()
    phase.value = 'asleep'
  }
  onScopeDispose(sleep)

  return {
    tried,
    document,
    change,
    phase,
    where,
    loaded,
    fault,
    isBusy,
    shown,
    steps,
    slips,
    sentences,
    lookedAt,
    after,
    start,
    sleep,
  }
}

const workOf = ({ steps }: RowTrialDocument, tables: TrialTables): TrialWork => ({
  tables: tables.statements,
  steps: steps.map(step => {
    const { statements, isWhole } = writeStep(step, tables)
    return { statements, isWhole }
  }),
})
