import { readTask, samplesOf } from '../claims'
import type { MarkableAnswer, MarkableExercise, PreparedExercise } from '../exercise'
import type { Finding, Span } from '../findings'
import { runnableScript } from '../instances'
import {
  becauseOf,
  elementsOf,
  isPermission,
  placesOfMember,
  surplusConstraints,
  surplusFindings,
  type Evaluation,
  type Reading,
  type Rule,
} from '../rules'
import {
  dialectNamed,
  dialectOf,
  groupOf,
  isOpaqueCheck,
  oncePerKind,
  readScript,
  refusals,
  reviewScript,
  speaksAgainst,
  type CheckGroup,
  type ReviewOptions,
  type ReadScript,
  type Trigger,
} from '../sql'
import { DIALECT, findTable, foldName, sameName, type Dialect } from '../schema'
import { phrase, type Phrase } from '../words'
import { z } from 'zod'
import type { TableSheetModule } from './module'
import type { TableSheet } from './table-sheet'

/** The CREATE TABLE statements, as they are typed. */
export const script: TableSheetModule<string> = {
  name: 'script',
  field: 'script',
  shape: z.string(),
  empty: '',
  parse: text => text,
  readable: text => text,
  describes: (content, { given, dialect }) => ({
    schema: readScript(content, { given, dialect }).schema,
    placed: placedInText,
  }),
  hasOwn: content => content.trim() !== '',
  form: ({ document, given }, answer) =>
    readScript(answer.script, {
      given,
      dialect: answer.dialect ?? dialectOf(document, answer.script),
    }).findings,
  read: readScriptSheet,
}

/** What an exercise says about how its scripts are checked: the course's conventions, and what fixes what. */
export function scriptOptions({
  habits,
  relation,
  samples,
}: Pick<MarkableExercise, 'habits' | 'relation' | 'samples'>): Pick<
  ReviewOptions,
  'habits' | 'dependencies'
> {
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

const placedInText: TableSheet['placed'] = ({ start, end }) => ({ start, end })

function readScriptSheet({ given, document }: PreparedExercise, answer: MarkableAnswer): TableSheet {
  const dialect = answer.dialect ?? dialectOf(document, answer.script)
  const read = reviewScript(answer.script, { given, dialect, ...scriptOptions(document) })
  const unread = unreadStatement(read)
  return {
    name: 'script',
    schema: read.schema,
    findings: oncePerKind(answer.script, read.findings),
    excuses,
    placed: placedInText,
    runnable: () => ({
      script: runnableScript(answer.script, read, {
        starter: document.starter ?? '',
        dialect: document.dialect,
        isTaken: refusals(read).length === 0,
      }),
      isUnmodelled: tables => isUnmodelled(read, tables),
    }),
    judge: (rule, evaluation, reading) => {
      if (rule.kind === 'wellMade') {
        const findings = read.findings.filter(finding => !excuses(finding, reading))
        return judgeWellMade({ ...read, findings: oncePerKind(answer.script, findings) }, rule.about)
      }
      if (rule.kind === 'nothingMore') return judgeNothingMore(reading)
      return rule.kind === 'scriptRuns'
        ? judgeRuns(runningRead({ document, given }, answer, read), allowedDialects(document))
        : withTriggers(read, rule, withUnread(unread, evaluation), reading)
    },
  }
}

/** Whether something on one of the tables is not read: a trigger, a condition, a type of the script's own. */
function isUnmodelled({ schema, triggers }: ReadScript, tables: readonly string[]): boolean {
  return tables.some(name => {
    const table = findTable(schema, name)
    return (
      table !== undefined &&
      (table.unmodelled.length > 0 ||
        triggers.some(trigger => sameName(trigger.table, name)) ||
        table.checks.some(({ expression }) => isOpaqueCheck(expression)) ||
        table.columns.some(({ type, generated }) => generated || type.family === 'other'))
    )
  })
}

/** Whether the script refuses only what a rule forbids. */
function judgeNothingMore(reading: Reading): Evaluation {
  const base = { witness: null, confidence: 'sure' } as const
  if (reading.alignment.entities.length === 0)
    return { ...base, tables: [], verdict: 'not shown', because: [becauseOf('no-table', {})] }
  const surplus = surplusConstraints(reading)
  if (surplus.length === 0)
    return { ...base, tables: [], verdict: 'upheld', because: [becauseOf('nothing-more', {})] }
  return {
    ...base,
    verdict: 'too strict',
    tables: [...new Set(surplus.map(({ table }) => table))],
    because: surplusFindings(reading)
      .slice(0, MOST_TOLD)
      .map(({ code, params, place }) => becauseOf('fault', { code, params }, { span: place })),
  }
}

/** A number that a rule calls the identifier is no surrogate. */
function excuses({ code, params }: Finding, reading: Reading): boolean {
  if (code !== 'keys.surrogate-only') return false
  return reading.rules.some(rule => {
    if (rule.kind !== 'identifies' || rule.by.length !== 1) return false
    const placed = reading.attribute(rule.entity, rule.by[0]!)
    return (
      placed !== undefined &&
      sameName(placed.table, params['table'] ?? '') &&
      sameName(placed.column, params['column'] ?? '')
    )
  })
}

/** Servers that the exercise allows a script to be written for. */
const allowedDialects = ({ dialect, dialects = [] }: MarkableExercise): readonly Dialect[] => [
  dialect ?? 'postgresql',
  ...dialects,
]

/**
 * The reading by which a script is said to run: one that names no server and speaks another's language is read by the
 * first that the exercise allows and that takes it.
 */
function runningRead(
  { document, given }: Pick<PreparedExercise, 'document' | 'given'>,
  answer: MarkableAnswer,
  read: ReadScript,
): ReadScript {
  const [first] = refusals(read)
  if (first?.code !== 'syntax.other-dialect' || answer.dialect || dialectNamed(answer.script)) return read
  for (const dialect of document.dialects ?? []) {
    const other = reviewScript(answer.script, { given, dialect, ...scriptOptions(document) })
    if (refusals(other).length === 0) return other
  }
  return read
}

/**
 * Whether every statement runs in its order: the first that would be refused tells why. One for a server that
 * the exercise does not allow does not run there.
 */
function judgeRuns(read: ReadScript, allowed: readonly Dialect[]): Evaluation {
  const base = { witness: null, tables: [], confidence: 'sure' } as const
  const { name } = DIALECT[read.dialect]
  if (read.statements.every(({ kind }) => kind === 'sentence'))
    return { ...base, verdict: 'not shown', because: [becauseOf('no-table', {})] }
  if (!allowed.includes(read.dialect))
    return {
      ...base,
      verdict: 'broken',
      because: [
        becauseOf('server-not-allowed', {
          server: name,
          allowed: allowed.map(dialect => DIALECT[dialect].name),
        }),
      ],
    }
  const [first] = refusals(read)
  if (!first) return { ...base, verdict: 'upheld', because: [becauseOf('script-runs', { server: name })] }
  const { code, params, place } = first
  return {
    ...base,
    verdict: 'broken',
    because: [becauseOf('fault', { code, params }, { span: place })],
    exhibits: first.exhibit ? [first.exhibit] : [],
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
      because: [becauseOf('no-table', {})],
    }
  const faults = findings.filter(finding => groupOf(finding) === about && speaksAgainst(finding))
  if (faults.length === 0) return { ...base, verdict: 'upheld', because: [becauseOf('checked-well', {})] }
  return {
    ...base,
    verdict: 'broken',
    because: faults
      .slice(0, MOST_TOLD)
      .map(({ code, params, place }) => becauseOf('fault', { code, params }, { span: place })),
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
  return doubtful(evaluation, 'unread', phrase('unread-statement', {}), unread.place)
}

/**
 * What says that a row is accepted is not to be said where a trigger on the table looks at the columns in question:
 * it may refuse the row, or store another one.
 */
function withTriggers(
  { triggers }: ReadScript,
  rule: Rule,
  evaluation: Evaluation,
  reading: Reading,
): Evaluation {
  const { verdict, witness, tables } = evaluation
  const restsOnAccepted =
    verdict === 'broken' ? witness?.outcome === 'accepted' : verdict === 'upheld' && isPermission(rule)
  if (!restsOnAccepted || triggers.length === 0) return evaluation
  const columns = elementsOf(rule).flatMap(member => placesOfMember(reading, rule.entity, member))
  const looksAt = (trigger: Trigger): boolean =>
    trigger.mayRefuse &&
    tables.some(name => sameName(name, trigger.table)) &&
    (trigger.words === null || columns.some(({ column }) => trigger.words!.has(foldName(column.name))))
  const trigger = triggers.find(looksAt)
  if (!trigger) return evaluation
  const what = phrase('trigger-on', { name: trigger.name, table: trigger.table })
  return doubtful(evaluation, 'outside', what, trigger.span)
}

function doubtful(
  evaluation: Evaluation,
  doubt: NonNullable<Evaluation['doubt']>,
  what: Phrase,
  span: Span,
): Evaluation {
  return {
    ...evaluation,
    verdict: 'cannot tell',
    doubt,
    witness: null,
    because: [...evaluation.because, becauseOf('unmodelled', { what }, { span })],
  }
}
