import { readTask, samplesOf } from '../claims'
import {
  checkDictionary,
  differencesFromKey,
  fieldName,
  placeOf,
  readDictionary,
  type Dictionary,
} from '../dictionary'
import { wording, type Finding, type Span } from '../findings'
import { becauseOf, valueWitness, type Evaluation, type Reading, type Rule } from '../rules'
import { findTable, fit, sameName, type Dialect, type Schema } from '../schema'
import {
  speaksAgainst,
  dialectOf,
  groupOf,
  readScript,
  type CheckGroup,
  type ReadOptions,
  type ReadScript,
} from '../sql'
import type { MarkedCell } from './mark'
import type { MarkableExercise, PreparedExercise } from './prepare'

/** A sheet that describes tables, read: what is common to scripts and dictionaries when they are marked. */
export interface TableSheet {
  readonly name: 'dictionary' | 'diagram' | 'script'
  readonly schema: Schema
  readonly findings: readonly Finding[]
  /** Whether the sheet is asked a rule that sheets of its kind can show. @defaultValue always */
  readonly asks?: (rule: Rule) => boolean
  /** A place of the schema as a place of the sheet. */
  readonly placed: (span: Span) => MarkedCell['because'][number]['place']
  /** What this sheet makes of an evaluation of the schema. */
  readonly judge: (rule: Rule, evaluation: Evaluation, reading: Reading) => Evaluation
}

/** What an exercise says about how its scripts are checked: the course's conventions, and what fixes what. */
export function scriptOptions({
  habits,
  relation,
  samples,
}: Pick<MarkableExercise, 'habits' | 'relation' | 'samples'>): Pick<ReadOptions, 'habits' | 'dependencies'> {
  const all = relation ? readTask(relation).items.map(({ dependency }) => dependency) : []
  const multivalued = all.filter(dependency => 'multi' in dependency)
  const functional = all.filter(dependency => !('multi' in dependency))
  return {
    ...(habits ? { habits } : {}),
    ...(relation && all.length > 0
      ? {
          dependencies: {
            attributes: relation.attributes,
            dependencies: functional,
            multivalued,
            samples: samplesOf(relation, samples),
          },
        }
      : {}),
  }
}

export function readScriptSheet(
  { given, document }: PreparedExercise,
  script: string,
  chosen?: Dialect,
): TableSheet {
  const dialect = chosen ?? dialectOf(document, script)
  const read = readScript(script, { given, dialect, ...scriptOptions(document) })
  const unread = unreadStatement(read)
  return {
    name: 'script',
    schema: read.schema,
    findings: read.findings,
    placed: ({ start, end }) => ({ start, end }),
    judge: (rule, evaluation) =>
      rule.kind === 'wellMade' ? judgeWellMade(read, rule.about) : withUnread(unread, evaluation),
  }
}

/** Of many faults of one group these are told. */
const MOST_TOLD = 12

/**
 * The script's own checks as a rule: nothing of the group that speaksAgainst. An empty script is not well
 * made.
 */
function judgeWellMade({ schema, findings }: ReadScript, about: CheckGroup): Evaluation {
  const base = { witness: null, tables: [], confidence: 'sure' } as const
  if (!schema.tables.some(({ given }) => !given))
    return {
      ...base,
      verdict: 'not shown',
      because: [becauseOf('check-fault', { message: 'No table of the script was read.' })],
    }
  const faults = findings.filter(finding => groupOf(finding) === about && speaksAgainst(finding))
  if (faults.length === 0) return { ...base, verdict: 'upheld', because: [becauseOf('checked-well', {})] }
  return {
    ...base,
    verdict: 'broken',
    because: faults
      .slice(0, MOST_TOLD)
      .map(fault => becauseOf('check-fault', { message: wording(fault).message }, { span: fault.place })),
    exhibits: faults.slice(0, MOST_TOLD).flatMap(({ exhibit }) => exhibit ?? []),
  }
}

/** The first statement that was not read and may make or change a table. */
function unreadStatement({ statements, findings }: ReadScript): Finding | undefined {
  return statements.length === 0
    ? undefined
    : findings.find(
        ({ code, params }) =>
          code === 'syntax.unknown-statement' &&
          /TABLE|DO|EXECUTE|FUNCTION|PROCEDURE/i.test(params['found'] ?? ''),
      )
}

/**
 * Nothing was found for the rule, and a statement that might hold it was not read: then that is not to be
 * said.
 */
function withUnread(unread: Finding | undefined, evaluation: Evaluation): Evaluation {
  if (evaluation.verdict !== 'not shown' || !unread) return evaluation
  return {
    ...evaluation,
    verdict: 'cannot tell',
    doubt: 'unread',
    because: [
      ...evaluation.because,
      becauseOf('unmodelled', { what: 'A statement that is not read' }, { span: unread.place }),
    ],
  }
}

/**
 * A dictionary is evaluated as the schema it describes (semantics, section 5); what is more is that a
 * reference is described exactly as its key.
 */
export function readDictionarySheet({ given }: PreparedExercise, dictionary: Dictionary): TableSheet {
  const read = readDictionary(dictionary, { given })
  const unread = new Set(
    read.findings.filter(({ code }) => code === 'dictionary.rule-unread').map(({ field }) => field),
  )
  const words = slotWords(dictionary, read.schema)
  return {
    name: 'dictionary',
    schema: read.schema,
    findings: [...read.findings, ...checkDictionary(dictionary, read)],
    placed: span => {
      const place = placeOf(span)
      return {
        start: 0,
        end: dictionary.entries[place.entry]?.[place.slot].length ?? 0,
        field: fieldName(place),
      }
    },
    judge: (rule, evaluated, reading) => {
      const evaluation = inSlotWords(words, evaluated)
      if (rule.kind === 'refersTo') return describedAsKey(dictionary, rule, evaluation, reading)
      return rule.kind === 'refusesValue' || rule.kind === 'admitsValue'
        ? withUnreadRule(unread, rule, evaluation, reading)
        : evaluation
    },
  }
}

/** Formats and rules are read as CHECKs: by their expression, what they are called on this sheet. */
function slotWords({ entries }: Dictionary, { tables }: Schema): ReadonlyMap<string, string> {
  const words = tables
    .filter(({ given }) => !given)
    .flatMap(({ checks }) =>
      checks.map(({ expression, span }) => {
        const { entry, slot } = placeOf(span)
        const written = entries[entry]?.[slot].trim() ?? ''
        return [expression, slot === 'format' ? `the format ${written}` : `the rule "${written}"`] as const
      }),
    )
  return new Map(words)
}

function inSlotWords(words: ReadonlyMap<string, string>, evaluation: Evaluation): Evaluation {
  const { witness } = evaluation
  const by = witness?.by && words.get(witness.by.replace(/^CHECK \((.*)\)$/s, '$1'))
  return {
    ...evaluation,
    witness: witness && by ? { ...witness, by } : witness,
    because: evaluation.because.map(reason => {
      const what = words.get(reason.params['check'] ?? '')
      if (what === undefined || (reason.code !== 'check-refuses' && reason.code !== 'check-unknown'))
        return reason
      return {
        ...reason,
        code: reason.code === 'check-refuses' ? 'slot-refuses' : 'slot-unknown',
        params: { ...reason.params, what: what[0]!.toUpperCase() + what.slice(1) },
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
  if (evaluation.verdict !== 'upheld' || layout?.kind !== 'forward') return evaluation
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
        ? valueWitness(table, column, sample, becomes === 'refused' ? 'refused' : 'accepted')
        : null,
  }
}

/** An example of the key, or of the reference where the key has none. */
function sampleOf({ entries }: Dictionary, ...at: readonly (number | undefined)[]): string | undefined {
  return at
    .flatMap(entry => (entry === undefined ? [] : [entries[entry]?.example.trim() ?? '']))
    .find(example => example !== '')
}
