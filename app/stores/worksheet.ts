import { DependencyClaims, NO_CLAIMS, isEmptyClaims } from '@nomenklatura/core/claims'
import { Diagram, EMPTY_DIAGRAM, givenDiagram } from '@nomenklatura/core/diagram'
import { readScript } from '@nomenklatura/core/sql'
import { Dictionary, EMPTY_DICTIONARY, isEmptyDictionary } from '@nomenklatura/core/dictionary'
import type { AskedSheet, CheckAnswer, HandInReceipt, WorksheetAnswer } from '#shared/answers'

/** A student's working copy of one exercise: a keeper for each sheet, and what was checked last. */
export const useWorksheetStore = defineStore('worksheet', () => {
  const sheet = shallowRef<WorksheetAnswer>()
  const savers = shallowRef<Readonly<Partial<Record<AskedSheet, SheetSaver>>>>({})
  const check = shallowRef<{ answer: CheckAnswer; of: string }>()
  const checking = ref(false)

  const contentOf = (name: AskedSheet): string => savers.value[name]?.content.value ?? ''
  const script = computed(() => contentOf('script'))
  const claims = computed(() => claimsFrom(contentOf('dependencies')))
  const dictionary = computed(() => dictionaryFrom(contentOf('dictionary')))
  /** What the exercise gives stands on the sheet from the beginning. */
  const given = computed(() =>
    sheet.value?.asked.includes('diagram') && sheet.value.starter
      ? givenDiagram(
          readScript(sheet.value.starter, { dialect: sheet.value.script.dialect }).schema,
          sheet.value.level,
        )
      : EMPTY_DIAGRAM,
  )
  const diagram = computed(() => diagramFrom(contentOf('diagram'), given.value))
  const everything = computed(() =>
    JSON.stringify([script.value, claims.value, dictionary.value, diagram.value]),
  )
  const isEmpty = computed(
    () =>
      script.value.trim() === '' &&
      isEmptyClaims(claims.value) &&
      isEmptyDictionary(dictionary.value) &&
      [...diagram.value.entities, ...diagram.value.relationships].every(part => part.given),
  )
  const isStale = computed(() => check.value !== undefined && check.value.of !== everything.value)
  const isReadOnly = computed(() => !sheet.value?.isOpen)
  const save = computed(() => worstSave(Object.values(savers.value).map(saver => saver.save.value)))
  /** The sheet of which there are two versions. */
  const conflict = computed(() =>
    (Object.keys(savers.value) as AskedSheet[]).find(
      name => savers.value[name]!.save.value.status === 'conflict',
    ),
  )

  /** Opens what the server answered. */
  function open(answer: WorksheetAnswer): void {
    for (const saver of Object.values(savers.value)) saver.close()
    sheet.value = answer
    const { exerciseId, personId } = answer
    savers.value = Object.fromEntries(
      Object.entries(answer.sheets ?? {}).map(([name, content]) => [
        name,
        makeSheetSaver(
          keptKey(personId, exerciseId, name),
          body => api(`/exercises/${exerciseId}/sheets/${name}`, { method: 'PUT', body, person: personId }),
          content,
          () => isReadOnly.value,
        ),
      ]),
    )
    check.value = undefined
    for (const saver of Object.values(savers.value)) saver.takeKept()
  }

  function change(name: AskedSheet, text: string): void {
    savers.value[name]?.change(text)
  }

  function changeClaims(part: Partial<DependencyClaims>): void {
    change('dependencies', JSON.stringify({ ...claims.value, ...part }))
  }

  /** Answers whether the server has everything now. */
  async function send(): Promise<boolean> {
    const sent = await Promise.all(Object.values(savers.value).map(saver => saver.send()))
    return sent.every(Boolean)
  }

  function takeSignsOut(): void {
    for (const saver of Object.values(savers.value))
      if (saver.save.value.status === 'bad signs') saver.takeSignsOut()
  }

  function resolveConflict(mine: boolean): void {
    if (conflict.value) savers.value[conflict.value]?.resolveConflict(mine)
  }

  async function runCheck(): Promise<void> {
    const { value: current } = sheet
    if (!current || checking.value) return
    checking.value = true
    const of = everything.value
    const body = {
      script: script.value,
      ...(current.asked.includes('dependencies') ? { claims: claims.value } : {}),
      ...(current.asked.includes('dictionary') ? { dictionary: dictionary.value } : {}),
      ...(current.asked.includes('diagram') ? { diagram: diagram.value } : {}),
    }
    try {
      check.value = {
        answer: await api<CheckAnswer>(`/exercises/${current.exerciseId}/check`, { method: 'POST', body }),
        of,
      }
    } finally {
      checking.value = false
    }
  }

  async function handIn(): Promise<HandInReceipt> {
    if (!(await send())) throw new Error('unsent')
    const bases = Object.fromEntries(
      Object.entries(savers.value).map(([name, saver]) => [name, saver.base.value]),
    )
    return api<HandInReceipt>(`/exercises/${sheet.value!.exerciseId}/hand-ins`, {
      method: 'POST',
      body: { bases },
      person: sheet.value!.personId,
    })
  }

  return {
    sheet,
    savers,
    script,
    claims,
    dictionary,
    diagram,
    save,
    conflict,
    check,
    checking,
    isEmpty,
    isStale,
    isReadOnly,
    contentOf,
    open,
    change,
    changeClaims,
    send,
    resolveConflict,
    takeSignsOut,
    runCheck,
    handIn,
  }
})

/** What stands on the Dictionary sheet; what this version cannot read counts as nothing described. */
function dictionaryFrom(content: string): Dictionary {
  if (content === '') return EMPTY_DICTIONARY
  try {
    return Dictionary.parse(JSON.parse(content))
  } catch {
    return EMPTY_DICTIONARY
  }
}

/** What stands on the Diagram sheet: what is given, before anything is drawn. */
function diagramFrom(content: string, given: Diagram): Diagram {
  if (content === '') return given
  try {
    return Diagram.parse(JSON.parse(content))
  } catch {
    return given
  }
}

/** What stands on the Dependencies sheet; what this version cannot read counts as nothing claimed. */
function claimsFrom(content: string): DependencyClaims {
  if (content === '') return NO_CLAIMS
  try {
    return DependencyClaims.parse(JSON.parse(content))
  } catch {
    return NO_CLAIMS
  }
}
