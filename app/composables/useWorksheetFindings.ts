import { ownFindings, readClaims } from '@nomenklatura/core/claims'
import { checkDiagram, schemaFromDiagram } from '@nomenklatura/core/diagram'
import { checkDictionary, isEmptyDictionary, readDictionary } from '@nomenklatura/core/dictionary'
import { isAboutForm, isAboutWriting, type Finding } from '@nomenklatura/core/findings'
import { dialectOf, readScript, type ReadOptions } from '@nomenklatura/core/sql'
import type { AskedSheet, WorksheetAnswer } from '#shared/answers'

/**
 * What there is to say about the sheets of a worksheet: as one types what is well formed, after a check the
 * rest; with the reading of the script.
 */
export function useWorksheetFindings(sheet: Readonly<Ref<WorksheetAnswer | undefined>>) {
  const store = useWorksheetStore()
  const given = computed(
    () =>
      readScript(sheet.value?.starter ?? '', {
        dialect: sheet.value?.script.dialect ?? 'postgresql',
        checks: false,
      }).schema,
  )
  const scriptOptions = computed<ReadOptions>(() => {
    const { habits = null, ...dialects } = sheet.value?.script ?? {}
    return { given: given.value, dialect: dialectOf(dialects, store.script), ...(habits ? { habits } : {}) }
  })
  /** What was drawn and described before: a script may say something else. */
  const earlierSheets = computed(() =>
    sheet.value?.asked.includes('script') && sheet.value.helpLevel !== 'assessed'
      ? [
          ...(sheet.value.asked.includes('diagram') &&
          store.diagram.entities.some(({ given: isGiven }) => !isGiven)
            ? [{ sheet: 'diagram', schema: schemaFromDiagram(store.diagram).schema }]
            : []),
          ...(sheet.value.asked.includes('dictionary') && !isEmptyDictionary(store.dictionary)
            ? [
                {
                  sheet: 'dictionary',
                  schema: readDictionary(store.dictionary, { given: given.value }).schema,
                },
              ]
            : []),
        ]
      : [],
  )
  const {
    read,
    aloud: scriptSentences,
    chain,
  } = useScriptReading(() => ({
    script: store.script,
    options: scriptOptions.value,
    earlier: earlierSheets.value,
  }))
  const isTold = (finding: Finding): boolean => sheet.value?.helpLevel !== 'assessed' || isAboutForm(finding)
  const claimFindings = computed(() => {
    const relation = sheet.value?.relation
    if (!relation) return []
    const claims = readClaims(
      { ...relation, dependencies: relation.given ?? '', isGiven: relation.given !== null },
      store.claims,
    )
    return [...claims.findings, ...ownFindings(claims)]
  })
  /**
   * A dictionary is checked as it is typed: that is about its own slots, and tells nothing of the exercise.
   */
  const dictionaryFindings = computed(() => {
    if (!sheet.value?.asked.includes('dictionary')) return []
    const described = readDictionary(store.dictionary, { given: given.value })
    return [...described.findings, ...checkDictionary(store.dictionary, described)].filter(isTold)
  })
  /** So is a diagram, at the level where it is. */
  const diagramFindings = computed(() => {
    if (!sheet.value?.asked.includes('diagram')) return []
    return checkDiagram(store.diagram).filter(isTold)
  })
  /** As one types: what is well written. What else there is to say comes with a check. */
  const liveFindings = computed(() =>
    [...claimFindings.value, ...read.value.findings]
      .filter(isAboutWriting)
      .concat(chain.value, dictionaryFindings.value, diagramFindings.value),
  )
  /** What the last check says of the elements of the diagram, as long as it is true of them. */
  const diagramMarks = computed(() => {
    const told =
      store.check && !store.isStale
        ? store.check.answer.verdicts.filter(
            ({ sheet: of, verdict }) => of === 'diagram' && verdict !== 'upheld' && verdict !== 'not shown',
          )
        : []
    return new Map(
      told
        .toSorted(byUrgency)
        .toReversed()
        .flatMap(({ verdict, because }) =>
          because.flatMap(({ place }) => (place?.field ? [[place.field, verdict] as const] : [])),
        ),
    )
  })
  /** What there is to say about each sheet. */
  const findingsOf = computed(() => {
    const checked =
      store.check && !store.isStale
        ? store.check.answer.findings.filter(
            finding =>
              finding.sheet !== 'dictionary' &&
              !isAboutWriting(finding) &&
              !(
                finding.sheet === 'diagram' &&
                diagramFindings.value.some(({ code: known }) => known === finding.code)
              ),
          )
        : []
    const all = [...liveFindings.value, ...checked]
    const of = (name: AskedSheet): Finding[] => all.filter(finding => finding.sheet === name)
    return {
      dependencies: of('dependencies'),
      dictionary: of('dictionary'),
      diagram: of('diagram'),
      script: of('script'),
    }
  })

  return { given, scriptOptions, read, scriptSentences, liveFindings, findingsOf, diagramMarks }
}
