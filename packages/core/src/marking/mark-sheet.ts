import type { Pin } from '../alignment'
import type { PreparedExercise } from '../exercise'
import type { Finding } from '../findings'
import {
  Readings,
  becauseOf,
  combineFollows,
  combineParts,
  consequences,
  partsAsked,
  partsOf,
  surplusFindings,
  type Evaluation,
  type Reading,
  type Rule,
  type RuleEntry,
} from '../rules'
import { asGiven, findTable, findColumn, isNowhere, soundPart, type Schema } from '../schema'
import type { MarkedCell, TableSheet } from '../sheets'
import { pairingLines, type PairingLine } from './pairing-lines'

interface MarkedSheet {
  readonly cells: readonly MarkedCell[]
  readonly pairing: readonly PairingLine[]
  readonly surplus: readonly string[]
  /** What is found beside the verdicts. */
  readonly findings: readonly Finding[]
}

/** One sheet with its rules under one model answer, judged by reasoning alone. */
export interface ReasonedSheet {
  readonly sheet: TableSheet
  readonly asked: readonly RuleEntry[]
  /** The parts of each asked rule. */
  readonly parts: readonly (readonly Rule[])[]
  readonly best: Reading
  /** For each part, over all rules. */
  readonly evaluations: readonly Evaluation[]
  /** The pairing under which each was judged. */
  readonly under: readonly Reading[]
}

/** Judges one sheet that describes tables against one model answer. */
export function reasonSheet(
  { document, given, world, glossaries }: PreparedExercise,
  model: number,
  sheet: TableSheet,
  pins: readonly Pin[],
): ReasonedSheet {
  const asked = askedRules(document.rules, sheet.name, sheet.asks)
  const parts = asked.map(partsOf)
  const rules = parts.flat()
  const schema = soundPart(sheet.schema)
  const own = pins.filter(pin => isAboutSheet(pin, schema))
  const options = { glossary: glossaries[model]!, pins: own }
  const readings = new Readings(world, schema, options, rules, sheet.judge)
  const judged = rules.map(rule => readings.judgeRule(rule))
  const ofOwn = addsNothing(schema, given) ? asNothing : (evaluation: Evaluation): Evaluation => evaluation
  return {
    sheet,
    asked,
    parts,
    best: readings.best,
    evaluations: judged.map(({ evaluation }) => ofOwn(evaluation)),
    under: judged.map(({ reading }) => reading),
  }
}

/** Whether an answer has the tables that the exercise gives, as they are given, and nothing else. */
function addsNothing({ tables }: Schema, given: Schema): boolean {
  return (
    tables.every(table => table.given) && JSON.stringify(tables) === JSON.stringify(asGiven(given).tables)
  )
}

/** What is given upholds nothing for the one who has added nothing to it. */
function asNothing(evaluation: Evaluation): Evaluation {
  if (evaluation.verdict !== 'upheld') return evaluation
  return {
    ...evaluation,
    verdict: 'not shown',
    because: [becauseOf('no-table', {})],
    witness: null,
    tables: [],
  }
}

/** What comes of a judged sheet, with the evaluations of its parts as they are now. */
export function markSheet(
  exercise: PreparedExercise,
  { sheet, asked, parts, best, evaluations }: ReasonedSheet,
): MarkedSheet {
  const rules = parts.flat()
  const follows = consequences(best, rules, evaluations)
  const givenTables = new Set(sheet.schema.tables.filter(table => table.given).map(({ name }) => name))
  const entries = entryOfPart(parts)
  let at = 0
  const cells = asked.map((entry, i) => {
    const evaluated = evaluations.slice(at, (at += parts[i]!.length))
    const cause = combineFollows(entries, evaluations, follows, i)
    return toCell(sheet, entry.id, combineParts(evaluated), cause >= 0 ? asked[cause]!.id : null, givenTables)
  })
  return {
    cells,
    pairing: pairingLines(exercise, best.alignment, sheet.name),
    findings: [
      ...sheet.findings.filter(finding => !sheet.excuses?.(finding, best)),
      ...(sheet.name === 'script' ? surplusFindings(best) : []),
    ],
    surplus: best.alignment.surplus.map(({ table, column }) =>
      column === null ? table : `${table}.${column}`,
    ),
  }
}

/** A pin that names what this sheet does not have is about another sheet. */
function isAboutSheet({ to }: Pin, schema: Schema): boolean {
  return to.every(place => {
    const [name = '', columns] = place.split('.')
    const table = findTable(schema, name)
    return (
      table !== undefined &&
      (columns === undefined || columns.split('+').every(column => findColumn(table, column)))
    )
  })
}

/** The rules that a sheet is asked: switched on, with at least one part that it can show. */
export function askedRules(
  rules: readonly RuleEntry[],
  sheet: TableSheet['name'],
  asks: (rule: Rule) => boolean = () => true,
): RuleEntry[] {
  return rules
    .filter(({ off }) => !off)
    .flatMap(entry => {
      const [first, ...rest] = partsAsked(entry, sheet).filter(asks)
      return first ? [{ ...entry, rule: first, and: rest }] : []
    })
}

function entryOfPart(parts: readonly (readonly Rule[])[]): number[] {
  return parts.flatMap((own, i) => own.map(() => i))
}

function toCell(
  { name, placed }: TableSheet,
  rule: string,
  evaluation: Evaluation,
  follows: string | null,
  givenTables: ReadonlySet<string>,
): MarkedCell {
  const { verdict, because, witness, exhibits, tables, confidence, doubt } = evaluation
  const isGiven = tables.length > 0 && tables.every(table => givenTables.has(table))
  return {
    rule,
    sheet: name,
    verdict,
    follows,
    because: because.map(({ code, params, place }) => ({
      code,
      params,
      place: place && !isGiven && !isNowhere(place) ? placed(place) : null,
    })),
    witness,
    ...(exhibits && exhibits.length > 0 ? { exhibits } : {}),
    tables,
    confidence,
    ...(doubt ? { doubt } : {}),
  }
}
