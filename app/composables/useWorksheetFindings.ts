import { SHEETS, isAboutWriting, type Finding, type Sheet, isTableSheet } from '@nomenklatura/core/findings'
import { tableSheetModule } from '@nomenklatura/core/sheets'
import { dialectOf, type ReviewOptions } from '@nomenklatura/core/sql'
import { sheetView } from '~/sheets'
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
  /** Below the physical level nobody is asked whether a fact may be missing. */
  const saysRequired = (name: Sheet): boolean => name !== 'diagram' || sheet.value?.level === 'physical'
  /** What other sheets say of the tables: a script may say something else. */
  const earlier = computed(() =>
    asks('script') && sheet.value?.helpLevel !== 'assessed'
      ? SHEETS.filter(name => name !== 'script' && asks(name) && store.hasOwn(name))
          .filter(isTableSheet)
          .map(name => ({ sheet: name, schema: schemaOf(name), saysRequired: saysRequired(name) }))
      : [],
  )
  function schemaOf(name: Parameters<typeof tableSheetModule>[0]) {
    const { dialect = 'postgresql' } = scriptOptions.value
    return tableSheetModule(name).schemaOf(store.contentOf(name), { given: given.value, dialect })
  }
  const {
    read,
    aloud: scriptSentences,
    chain,
  } = useScriptReading(() => ({
    script: store.contentOf('script'),
    options: scriptOptions.value,
    earlier: earlier.value,
  }))

  /** As one types: what each asked sheet says of itself. What else there is to say comes with a check. */
  const liveOf = computed(() => {
    const worksheet = sheet.value
    if (!worksheet) return new Map<Sheet, readonly Finding[]>()
    const script = { read: read.value, chain: chain.value }
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
      const added = checked.filter(
        found => found.sheet === name && !isAboutWriting(found) && adds(found, live),
      )
      return [...live, ...added]
    }
    return Object.fromEntries(SHEETS.map(name => [name, of(name)])) as Record<Sheet, Finding[]>
  })
  /** What the last check says of the elements of the diagram, as long as it is true of them. */
  const diagramMarks = computed(() =>
    marksOn('diagram', store.check && !store.isStale ? store.check.answer.verdicts : []),
  )

  return { given, scriptOptions, read, scriptSentences, schemaOf, liveFindings, findingsOf, diagramMarks }
}
