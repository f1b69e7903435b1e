import {
  diagramFromSchema,
  isEmptyDiagram,
  schemaFromDiagram,
  type Diagram,
} from '@nomenklatura/core/diagram'
import { isEmptyDictionary, readDictionary, type Dictionary } from '@nomenklatura/core/dictionary'
import type { Schema } from '@nomenklatura/core/schema'
import { writeScript, type ReadOptions, type ReadScript } from '@nomenklatura/core/sql'
import type { AskedSheet, WorksheetAnswer } from '#shared/answers'

interface Known {
  readonly given: Readonly<Ref<Schema>>
  readonly read: Readonly<Ref<ReadScript>>
  readonly options: Readonly<Ref<ReadOptions>>
}

/**
 * What one sheet may be begun from another, where the help level allows, and what a rename in one changes in
 * the others.
 */
export function useSheetOffers(
  sheet: Readonly<Ref<WorksheetAnswer | undefined>>,
  { given, read, options }: Known,
) {
  const store = useWorksheetStore()
  const hasDrawn = computed(
    () =>
      sheet.value?.helpLevel === 'practice' &&
      sheet.value.asked.includes('diagram') &&
      store.diagram.entities.some(({ given: isGiven }) => !isGiven),
  )
  const drawnSchema = computed(() => (hasDrawn.value ? schemaFromDiagram(store.diagram).schema : undefined))
  /** Written for the server in hand, constraints named as the course asks. */
  function beginScript(schema: Schema): void {
    const { dialect = 'postgresql', habits } = options.value
    store.change('script', writeScript(schema, { to: dialect, ...(habits ? { habits } : {}) }).text)
  }
  const scriptDrafts = computed(() => {
    if (sheet.value?.helpLevel !== 'practice' || store.script.trim() !== '') return []
    return [
      ...(hasDrawn.value
        ? [
            {
              words: 'Begin from your diagram',
              make: () => beginScript(schemaFromDiagram(store.diagram).schema),
            },
          ]
        : []),
      ...(sheet.value.asked.includes('dictionary') && !isEmptyDictionary(store.dictionary)
        ? [
            {
              words: 'Begin from your dictionary',
              make: () => beginScript(readDictionary(store.dictionary, { given: given.value }).schema),
            },
          ]
        : []),
    ]
  })
  /** The sheets on which what is renamed may be named as well. */
  const otherSheets = computed(() => {
    const asks = (name: AskedSheet): boolean => sheet.value?.asked.includes(name) ?? false
    return {
      ...(asks('dictionary') ? { dictionary: store.dictionary } : {}),
      ...(asks('diagram') ? { diagram: store.diagram } : {}),
      ...(asks('script') ? { script: store.script, dialect: options.value.dialect ?? 'postgresql' } : {}),
    }
  })
  function renameElsewhere({
    dictionary,
    diagram,
    script,
  }: {
    dictionary?: Dictionary
    diagram?: Diagram
    script?: string
  }): void {
    if (diagram) store.change('diagram', JSON.stringify(diagram))
    if (dictionary) store.change('dictionary', JSON.stringify(dictionary))
    if (script !== undefined) store.change('script', script)
  }
  const diagramDrafts = computed(() => {
    if (sheet.value?.helpLevel !== 'practice' || !isEmptyDiagram(store.diagram)) return []
    const drawn = (schema: Schema): Diagram => ({ ...diagramFromSchema(schema), level: 'logical' })
    return [
      ...(sheet.value.asked.includes('dictionary') && !isEmptyDictionary(store.dictionary)
        ? [
            {
              words: 'Draw it from the dictionary',
              make: () => drawn(readDictionary(store.dictionary, { given: given.value }).schema),
            },
          ]
        : []),
      ...(sheet.value.asked.includes('script') && read.value.schema.tables.length > 0
        ? [{ words: 'Draw it from the script', make: () => drawn(read.value.schema) }]
        : []),
    ]
  })

  return { drawnSchema, scriptDrafts, otherSheets, renameElsewhere, diagramDrafts }
}
