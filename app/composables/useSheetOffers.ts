import { diagramFromSchema, type Diagram } from '@nomenklatura/core/diagram'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { Sheet, TableSheetName } from '@nomenklatura/core/findings'
import type { Schema } from '@nomenklatura/core/schema'
import { writeScript, type ReviewOptions } from '@nomenklatura/core/sql'
import type { WorksheetAnswer } from '#shared/answers'

interface Known {
  readonly options: Readonly<Ref<ReviewOptions>>
  readonly schemaOf: (name: TableSheetName) => Schema
}

/**
 * What one sheet may be begun from another, where the help level allows, and what a rename in one changes in
 * the others.
 */
export function useSheetOffers(
  sheet: Readonly<Ref<WorksheetAnswer | undefined>>,
  { options, schemaOf }: Known,
) {
  const store = useWorksheetStore()
  const asks = (name: Sheet): boolean => sheet.value?.asked.includes(name) ?? false
  /** Whether something may be taken from a sheet: it is asked, written on, and the help level allows. */
  const gives = (name: Sheet): boolean =>
    sheet.value?.helpLevel === 'practice' && asks(name) && store.hasOwn(name)
  const mayBegin = (name: Sheet): boolean => sheet.value?.helpLevel === 'practice' && !store.hasOwn(name)

  const drawnSchema = computed(() => (gives('diagram') ? schemaOf('diagram') : undefined))
  /** Written for the server in hand, constraints named as the course asks. */
  function beginScript(schema: Schema): void {
    const { dialect = 'postgresql', habits } = options.value
    store.change('script', writeScript(schema, { to: dialect, ...(habits ? { habits } : {}) }).text)
  }
  const scriptDrafts = computed(() =>
    mayBegin('script')
      ? (['diagram', 'dictionary'] as const).filter(gives).map(name => ({
          words: `Begin from your ${name}`,
          make: () => beginScript(schemaOf(name)),
        }))
      : [],
  )
  const diagramDrafts = computed(() =>
    mayBegin('diagram')
      ? (['dictionary', 'script'] as const).filter(gives).map(name => ({
          words: `Draw it from the ${name}`,
          make: (): Diagram => diagramFromSchema(schemaOf(name), sheet.value?.level ?? 'logical'),
        }))
      : [],
  )

  /** The sheets on which what is renamed may be named as well. */
  const otherSheets = computed(() => ({
    ...(asks('dictionary') ? { dictionary: store.contentOf('dictionary') } : {}),
    ...(asks('diagram') ? { diagram: store.contentOf('diagram') } : {}),
    ...(asks('script')
      ? { script: store.contentOf('script'), dialect: options.value.dialect ?? 'postgresql' }
      : {}),
  }))
  function renameElsewhere({
    dictionary,
    diagram,
    script,
  }: {
    dictionary?: Dictionary
    diagram?: Diagram
    script?: string
  }): void {
    if (diagram) store.change('diagram', diagram)
    if (dictionary) store.change('dictionary', dictionary)
    if (script !== undefined) store.change('script', script)
  }

  return { drawnSchema, scriptDrafts, otherSheets, renameElsewhere, diagramDrafts }
}
