import {
  SHEETS,
  isAboutChain,
  isAboutWriting,
  isTableSheet,
  type Finding,
  type Sheet,
  type TableSheetName,
} from '@nomenklatura/core/findings'
import type { Schema } from '@nomenklatura/core/schema'
import { tableSheetModule } from '@nomenklatura/core/sheets'
import { dialectOf, type ReviewOptions } from '@nomenklatura/core/sql'
import { sheetView } from '~/sheets'
import { taskOf } from '~/sheets/dependencies/notes'
import type { ChainQuestion } from '~/workers/script.worker'
import type { WorksheetAnswer } from '#shared/answers'

/**
 * What there is to say about the sheets of a worksheet: as one types what is well formed, after a check the
 * rest; with the reading of the script.
 */
export function useWorksheetFindings(sheet: Readonly<Ref<WorksheetAnswer | undefined>>) {
  const store = useWorksheetStore()
  const given = computed(() => store.given.tables)
  const asks = (name: Sheet): boolean => sheet.value?.asked.includes(name) ?? false
  const scriptOptions = computed<ReviewOptions>(() => {
    const { habits = null, ...dialects } = sheet.value?.script ?? {}
    const dialect = dialectOf(dialects, store.contentOf('script'))
    return { given: given.value, dialect, ...(habits ? { habits } : {}) }
  })
  /** What is compared from sheet to sheet; nothing in an assessed exercise. */
  const compared = computed<ChainQuestion>(() => {
    const { level = 'logical', helpLevel, relation } = sheet.value ?? {}
    if (helpLevel === undefined || helpLevel === 'assessed') return { level, sheets: [], claims: null }
    const own = SHEETS.filter(name => asks(name) && store.hasOwn(name))
    const claims = store.contentOf('dependencies')
    return {
      level,
      sheets: own.filter(isTableSheet).map(name => ({ name, content: store.contentOf(name) })),
      claims: relation && own.includes('dependencies') ? { task: taskOf(relation), claims } : null,
    }
  })
  function schemaOf(name: TableSheetName): Schema {
    const { dialect = 'postgresql' } = scriptOptions.value
    return tableSheetModule(name).describes(store.contentOf(name), { given: given.value, dialect }).schema
  }
  const {
    text: readText,
    read,
    aloud: scriptSentences,
    chain,
  } = useScriptReading(() => ({
    script: store.contentOf('script'),
    options: scriptOptions.value,
    chain: compared.value,
  }))

  /** As one types: what each asked sheet says of itself. What else there is to say comes with a check. */
  const liveOf = computed(() => {
    const worksheet = sheet.value
    if (!worksheet) return new Map<Sheet, readonly Finding[]>()
    const script = read.value
    return new Map(
      worksheet.asked.map(name => {
        const content: unknown = store.contentOf(name)
        return [name, sheetView(name).notes.live({ content, worksheet, given: given.value, script })]
      }),
    )
  })
  const liveFindings = computed(() => [...liveOf.value.values()].flat())
  /** What there is to say about each sheet. */
  const findingsOf = computed(() => {
    const checked = store.check && !store.isStale ? store.check.answer.findings : []
    const of = (name: Sheet): Finding[] => {
      const live = liveOf.value.get(name) ?? []
      const { adds = () => true } = sheetView(name).notes
      const isNew = (found: Finding): boolean =>
        !(name === 'script' && isAboutWriting(found)) && !isAboutChain(found) && adds(found, live)
      const ofSheet = ({ sheet: about }: Finding): boolean => about === name
      return [...live, ...chain.value.filter(ofSheet), ...checked.filter(ofSheet).filter(isNew)]
    }
    return Object.fromEntries(SHEETS.map(name => [name, of(name)])) as Record<Sheet, Finding[]>
  })
  /** What the last check says of the elements of the diagram, as long as it is true of them. */
  const diagramMarks = computed(() =>
    marksOn('diagram', store.check && !store.isStale ? store.check.answer.verdicts : []),
  )

  return {
    given,
    scriptOptions,
    readText,
    read,
    scriptSentences,
    schemaOf,
    liveFindings,
    findingsOf,
    diagramMarks,
  }
}
