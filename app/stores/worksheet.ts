import { parseCaseMarks, type CaseMarks, type SheetsOfAnswer } from '@nomenklatura/core/exercise'
import { SHEETS, type Sheet } from '@nomenklatura/core/findings'
import { EMPTY_TRIAL, parseTrial, type RowTrialDocument } from '@nomenklatura/core/row-trial'
import { contentFrom, isOwnWork, sheetModule, type ContentOf } from '@nomenklatura/core/sheets'
import { readScript } from '@nomenklatura/core/sql'
import type { CheckAnswer, HandInReceipt, SheetContent, WorksheetAnswer } from '#shared/answers'

/** So often, and after so long, a check is asked again for what was still being run. */
const MOST_TRIES = 8
const AGAIN_MS = 1000

/** A student's working copy of one exercise: a keeper for each sheet, and what was checked last. */
export const useWorksheetStore = defineStore('worksheet', () => {
  const sheet = shallowRef<WorksheetAnswer>()
  const savers = shallowRef<Readonly<Partial<Record<Sheet, SheetSaver>>>>({})
  const check = shallowRef<LastCheck>()
  const checking = ref(false)
  /** What is tried on the script's tables: kept like a sheet, and not handed in. */
  const rowTrial = shallowRef<RowTrialDocument>(EMPTY_TRIAL)
  /** Whether what was kept of it is not to be read by this version. */
  const isTrialUnread = ref(false)
  const trialSaver = shallowRef<SheetSaver>()
  /** What the student takes for granted: kept like a sheet, and handed in with them. */
  const assumptionsSaver = shallowRef<SheetSaver>()
  const assumptions = computed(() => assumptionsSaver.value?.content.value ?? '')
  /** What the student marks in the case: kept like a sheet, and not handed in. */
  const marksSaver = shallowRef<SheetSaver>()
  /** Null where what was kept is not to be read by this version. */
  const caseMarks = computed(() => parseCaseMarks(marksSaver.value?.content.value ?? ''))
  const allSavers = computed(() =>
    [...Object.values(savers.value), trialSaver.value, marksSaver.value, assumptionsSaver.value].filter(
      saver => saver !== undefined,
    ),
  )
  const BESIDE_KEEPERS = {
    'row-trial': trialSaver,
    'case-marks': marksSaver,
    'assumptions': assumptionsSaver,
  }
  /** The keepers of what is handed in. */
  const handedIn = computed(() =>
    [...Object.values(savers.value), assumptionsSaver.value].filter(saver => saver !== undefined),
  )

  /** What the exercise gives stands on a sheet from the beginning. */
  const given = computed(() => ({
    tables: readScript(sheet.value?.starter ?? '', {
      dialect: sheet.value?.script.dialect ?? 'postgresql',
    }).schema,
    level: sheet.value?.level ?? 'logical',
    ...(sheet.value?.begins ? { begins: sheet.value.begins } : {}),
  }))
  const textOf = (name: Sheet): string => savers.value[name]?.content.value ?? ''
  const contents = Object.fromEntries(
    SHEETS.map(name => [name, computed(() => contentFrom(name, textOf(name), given.value))]),
  )
  const contentOf = <S extends Sheet>(name: S): ContentOf<S> => contents[name]!.value as ContentOf<S>

  /** What stands on the asked sheets. */
  const answer = computed<SheetsOfAnswer>(() => ({
    script: '',
    ...Object.fromEntries((sheet.value?.asked ?? []).map(name => [sheetModule(name).field, contentOf(name)])),
  }))
  const everything = computed(() => JSON.stringify(answer.value))
  const hasOwn = (name: Sheet): boolean => isOwnWork(name, contentOf(name), given.value.begins)
  const isEmpty = computed(() => !SHEETS.some(hasOwn))
  const isStale = computed(() => check.value !== undefined && check.value.of !== everything.value)
  const isReadOnly = computed(() => !sheet.value?.isOpen)
  const save = computed(() => worstSave(allSavers.value.map(saver => saver.save.value)))
  /** The same of what is handed in. */
  const sheetsSave = computed(() => worstSave(handedIn.value.map(saver => saver.save.value)))
  const saverOf = (part: KeptPart): SheetSaver | undefined => {
    return isBeside(part) ? BESIDE_KEEPERS[part].value : savers.value[part]
  }
  /** The part of which there are two versions. */
  const conflict = computed(() =>
    [...SHEETS, ...KEPT_BESIDE].find(part => saverOf(part)?.save.value.status === 'conflict'),
  )

  /** Opens what the server answered. */
  function open(opened: WorksheetAnswer): void {
    for (const saver of allSavers.value) saver.close()
    sheet.value = opened
    openBeside(opened)
    const { exerciseId, personId } = opened
    savers.value = Object.fromEntries(
      Object.entries(opened.sheets ?? {}).map(([name, content]) => [
        name,
        makeSheetSaver(
          keptKey(personId, exerciseId, name),
          body => api(`/exercises/${exerciseId}/sheets/${name}`, { method: 'PUT', body, person: personId }),
          content,
          () => isReadOnly.value,
        ),
      ]),
    )
    check.value = keptCheck(personId, exerciseId)
    for (const saver of Object.values(savers.value)) saver.takeKept()
  }

  /** A keeper of what stands beside the sheets; none before the exercise is begun. */
  function keeperBeside(
    { personId, exerciseId, sheets }: WorksheetAnswer,
    part: KeptBeside,
    kept: SheetContent,
    isReadOnly: () => boolean,
  ): SheetSaver | undefined {
    if (sheets === null) return undefined
    const saver = makeSheetSaver(
      keptKey(personId, exerciseId, part),
      body => api(`/exercises/${exerciseId}/${part}`, { method: 'PUT', body, person: personId }),
      kept,
      isReadOnly,
    )
    saver.takeKept()
    return saver
  }

  /** What is not handed in may be saved after closing as well. */
  function openBeside(opened: WorksheetAnswer): void {
    trialSaver.value = keeperBeside(opened, 'row-trial', opened.rowTrial, () => false)
    readRowTrial()
    marksSaver.value = keeperBeside(opened, 'case-marks', opened.caseMarks, () => false)
    assumptionsSaver.value = keeperBeside(opened, 'assumptions', opened.assumptions, () => isReadOnly.value)
  }

  const changeCaseMarks = (next: CaseMarks): void => marksSaver.value?.change(JSON.stringify(next))
  const changeAssumptions = (text: string): void => assumptionsSaver.value?.change(text)

  function readRowTrial(): void {
    const read = parseTrial(trialSaver.value?.content.value ?? '')
    rowTrial.value = read ?? EMPTY_TRIAL
    isTrialUnread.value = read === null
  }

  function changeRowTrial(next: RowTrialDocument): void {
    rowTrial.value = next
    isTrialUnread.value = false
    trialSaver.value?.change(JSON.stringify(next))
  }

  /** Changes what stands on a sheet: JSON is kept as text, like a script. */
  function change<S extends Sheet>(name: S, content: ContentOf<S>): void {
    const text = typeof content === 'string' ? content : JSON.stringify(content)
    // Where nothing at all is kept stands what it began with: who empties a sheet wants it empty.
    savers.value[name]?.change(text === '' && given.value.begins ? '\n' : text)
  }

  /** Puts a version of a sheet back, as it was saved. */
  function takeBack(name: Sheet, content: string): void {
    savers.value[name]?.change(content)
  }

  /** Answers whether the server has everything now that is handed in. */
  async function send(): Promise<boolean> {
    const [sent] = await Promise.all([
      Promise.all(handedIn.value.map(saver => saver.send())),
      trialSaver.value?.send(),
      marksSaver.value?.send(),
    ])
    return sent.every(Boolean)
  }

  function takeSignsOut(): void {
    for (const saver of allSavers.value) if (saver.save.value.status === 'bad signs') saver.takeSignsOut()
  }

  function resolveConflict(mine: boolean): void {
    const part = conflict.value
    if (!part) return
    saverOf(part)?.resolveConflict(mine)
    if (part === 'row-trial' && !mine) readRowTrial()
  }

  /** Checks; what is still being run is asked for again, as long as nothing changes. */
  async function runCheck(tries = MOST_TRIES): Promise<void> {
    const { value: current } = sheet
    if (!current || checking.value) return
    checking.value = true
    const of = everything.value
    try {
      check.value = {
        answer: await api<CheckAnswer>(`/exercises/${current.exerciseId}/check`, {
          method: 'POST',
          body: answer.value,
        }),
        of,
      }
      keepCheck(current.personId, current.exerciseId, check.value)
    } finally {
      checking.value = false
    }
    if (check.value.answer.isBeingRun && tries > 0)
      setTimeout(() => {
        if (sheet.value === current && everything.value === of) runCheck(tries - 1).catch(() => {})
      }, AGAIN_MS)
  }

  async function handIn(again: boolean): Promise<HandInReceipt> {
    if (!(await send())) throw new Error('unsent')
    const bases = Object.fromEntries(
      Object.entries(savers.value).map(([name, saver]) => [name, saver.base.value]),
    )
    return api<HandInReceipt>(`/exercises/${sheet.value!.exerciseId}/hand-ins`, {
      method: 'POST',
      body: { bases, again },
      person: sheet.value!.personId,
    })
  }

  return {
    sheet,
    savers,
    given,
    save,
    sheetsSave,
    saverOf,
    conflict,
    check,
    checking,
    isEmpty,
    isStale,
    isReadOnly,
    textOf,
    contentOf,
    hasOwn,
    open,
    change,
    takeBack,
    rowTrial,
    isTrialUnread,
    changeRowTrial,
    caseMarks,
    changeCaseMarks,
    assumptions,
    changeAssumptions,
    send,
    resolveConflict,
    takeSignsOut,
    runCheck,
    handIn,
  }
})
