import {
  Dictionary,
  EMPTY_DICTIONARY,
  checkDictionary,
  dictionaryToComment,
  differencesFromKey,
  fieldName,
  isEmptyDictionary,
  placeOf,
  readDictionary,
} from '../dictionary'
import type { MarkableAnswer, PreparedExercise } from '../exercise'
import { becauseOf, stepToTarget, valueWitness, type Evaluation, type Reading, type Rule } from '../rules'
import { findColumn, findTable, fit, sameName, type Schema } from '../schema'
import { phrase, type Phrase } from '../words'
import { actionUnsaid, isAction } from './actions'
import { fromJson, type TableSheetModule } from './module'
import { namesOnSheet } from './names-on-sheet'
import type { TableSheet } from './table-sheet'

/** Each field of each entity in a line of its own. */
export const dictionary: TableSheetModule<Dictionary> = {
  name: 'dictionary',
  field: 'dictionary',
  shape: Dictionary,
  empty: EMPTY_DICTIONARY,
  parse: fromJson(Dictionary, EMPTY_DICTIONARY),
  readable: dictionaryToComment,
  describes: (content, { given }) => ({
    schema: readDictionary(content, { given }).schema,
    placed: placedIn(content),
  }),
  hasOwn: content => !isEmptyDictionary(content),
  form: ({ given }, answer) => readDictionary(answer.dictionary ?? EMPTY_DICTIONARY, { given }).findings,
  read: readDictionarySheet,
}

/**
 * A dictionary is evaluated as the schema it describes (semantics, section 5); what is more is that a
 * reference is described exactly as its key.
 */
function readDictionarySheet(
  { given, document }: PreparedExercise,
  { dictionary: described = EMPTY_DICTIONARY }: MarkableAnswer,
): TableSheet {
  const read = readDictionary(described, { given })
  const unread = new Set(
    read.findings.filter(({ code }) => code === 'dictionary.rule-unread').map(({ field }) => field),
  )
  const words = slotWords(described, read.schema)
  return {
    name: 'dictionary',
    schema: read.schema,
    // What becomes of those that refer is asked where the model answer's own dictionary says it.
    asks: rule =>
      !isAction(rule) ||
      (document.models[0]?.dictionary?.entries ?? []).some(
        ({ onDelete, onUpdate }) => Boolean(onDelete) || Boolean(onUpdate),
      ),
    findings: [
      ...read.findings,
      ...checkDictionary(described, read),
      ...namesOnSheet('dictionary', read.schema, document, placedIn(described)),
    ],
    placed: placedIn(described),
    judge: (rule, evaluated, reading) => {
      const evaluation = inSlotWords(words, evaluated)
      if (rule.kind === 'onDelete' || rule.kind === 'onUpdate')
        return isActionSaid(described, rule, reading) ? evaluation : actionUnsaid(rule, evaluation)
      if (rule.kind === 'refersTo') return describedAsKey(described, rule, evaluation, reading)
      return rule.kind === 'refusesValue' || rule.kind === 'admitsValue'
        ? withUnreadRule(unread, rule, evaluation, reading)
        : evaluation
    },
  }
}

/** Whether one of the fields of a reference says what becomes of it. */
function isActionSaid(
  { entries }: Dictionary,
  { kind, entity, role }: Extract<Rule, { kind: 'onDelete' | 'onUpdate' }>,
  reading: Reading,
): boolean {
  const layout = reading.rolePlacement(entity, role)?.layout
  const step = layout && stepToTarget(layout)
  const table = step && findTable(reading.schema, step.fromTable)
  if (!step || !table) return true
  return step.columns.some(([name]) => {
    const column = findColumn(table, name)
    return column && Boolean(entries[placeOf(column.nameSpan).entry]?.[kind])
  })
}

/** The slot that a place of the schema speaks of. */
function placedIn({ entries }: Dictionary): TableSheet['placed'] {
  return span => {
    const place = placeOf(span)
    return { start: 0, end: (entries[place.entry]?.[place.slot] ?? '').length, field: fieldName(place) }
  }
}

/** Formats and rules are read as CHECKs: by their expression, what they are called on this sheet. */
function slotWords({ entries }: Dictionary, { tables }: Schema): ReadonlyMap<string, Phrase> {
  const words = tables
    .filter(({ given }) => !given)
    .flatMap(({ checks }) =>
      checks.map(({ expression, span }) => {
        const { entry, slot } = placeOf(span)
        const written = (entries[entry]?.[slot] ?? '').trim()
        return [expression, phrase(slot === 'format' ? 'slot-format' : 'slot-rule', { written })] as const
      }),
    )
  return new Map(words)
}

function inSlotWords(words: ReadonlyMap<string, Phrase>, evaluation: Evaluation): Evaluation {
  const { witness } = evaluation
  const by = witness?.by?.phrase === 'check' ? words.get(witness.by.names['check'] as string) : undefined
  return {
    ...evaluation,
    witness: witness && by ? { ...witness, by } : witness,
    because: evaluation.because.map(reason => {
      if (reason.code !== 'check-refuses' && reason.code !== 'check-unknown') return reason
      const what = words.get(reason.params['check'] as string)
      if (what === undefined) return reason
      return {
        ...reason,
        code: reason.code === 'check-refuses' ? 'slot-refuses' : 'slot-unknown',
        params: { ...reason.params, what },
      }
    }),
  }
}

/** A rule of a field is written and cannot be read: then what its values keep to is not to be said. */
function withUnreadRule(
  unread: ReadonlySet<string | undefined>,
  rule: Extract<Rule, { attribute: string }>,
  evaluation: Evaluation,
  reading: Reading,
): Evaluation {
  if (evaluation.verdict !== 'broken' && evaluation.verdict !== 'upheld') return evaluation
  const placed = reading.attribute(rule.entity, rule.attribute)
  const column =
    placed &&
    findTable(reading.schema, placed.table)?.columns.find(({ name }) => sameName(name, placed.column))
  const place = column && { entry: placeOf(column.nameSpan).entry, slot: 'rule' as const }
  if (
    !place ||
    !unread.has(fieldName(place)) ||
    (rule.kind === 'admitsValue') === (evaluation.verdict === 'broken')
  )
    return evaluation
  return {
    ...evaluation,
    verdict: 'cannot tell',
    doubt: 'outside',
    witness: null,
    because: [...evaluation.because, becauseOf('rule-unread', { column: column.name }, column)],
  }
}

/**
 * A reference that is declared and described otherwise than the key: there is a key that it cannot name, or a
 * name that no key can have.
 */
function describedAsKey(
  dictionary: Dictionary,
  rule: Extract<Rule, { role: string }>,
  evaluation: Evaluation,
  reading: Reading,
): Evaluation {
  const layout = reading.rolePlacement(rule.entity, rule.role)?.layout
  // Here it is broken whatever values it could not hold: it is not described as its key.
  const isDeclared = evaluation.verdict === 'upheld' || evaluation.verdict === 'too strict'
  if (!isDeclared || layout?.kind !== 'forward') return evaluation
  const table = findTable(reading.schema, layout.step.fromTable)
  const reference = table?.references.find(
    ({ columns }) =>
      columns.length === layout.step.columns.length &&
      columns.every(name => layout.step.columns.some(([column]) => sameName(column, name))),
  )
  const [difference] =
    table && reference && !table.given ? differencesFromKey(dictionary, reading.schema, table, reference) : []
  if (!table || !difference) return evaluation
  const { column, key, target, is, targetIs } = difference
  const sample = sampleOf(
    dictionary,
    target.given ? undefined : placeOf(key.nameSpan).entry,
    placeOf(column.nameSpan).entry,
  )
  const becomes = sample === undefined ? 'kept' : fit(sample, column.type)
  return {
    ...evaluation,
    verdict: 'broken',
    because: [
      becauseOf(
        'reference-differs',
        { table: table.name, column: column.name, is, target: `${target.name}.${key.name}`, targetIs },
        column,
      ),
    ],
    witness:
      sample !== undefined && becomes !== 'kept' && becomes !== 'unknown'
        ? valueWitness(reading, table, column, sample, becomes === 'refused' ? 'refused' : 'accepted')
        : null,
  }
}

/** An example of the key, or of the reference where the key has none. */
function sampleOf({ entries }: Dictionary, ...at: readonly (number | undefined)[]): string | undefined {
  return at
    .flatMap(entry => (entry === undefined ? [] : [entries[entry]?.example.trim() ?? '']))
    .find(example => example !== '')
}
