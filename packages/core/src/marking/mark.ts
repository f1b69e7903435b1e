import { align, type Pin } from '../alignment'
import { chainFindings, chainSheet } from '../chain'
import { isEmptyClaims, readClaims } from '../claims'
import type { MarkableAnswer, PreparedExercise } from '../exercise'
import type { Finding } from '../findings'
import type { Plan, SandboxReport, SandboxWork, Stopped, Translated } from '../instances'
import { Reading, dependenciesInWords, partsOf } from '../rules'
import { soundPart, type Dialect } from '../schema'
import { SHEET, sheetModule, type Cell, type MarkedCell, type SheetModule, type TableSheet } from '../sheets'
import { dialectOf, readScript } from '../sql'
import { askedRules, markSheet, reasonSheet, type ReasonedSheet } from './mark-sheet'
import type { PairingLine } from './pairing-lines'
import { points, type Override, type Points } from './points'
import { planSheet, withReport } from './run-sheet'
import { MARKING_VERSION } from './stored'

/** Part of a marking's key: rises whenever the same input could give another verdict. */
export const ENGINE_VERSION = '19'

export interface Marking {
  /** Of its shape. */
  readonly version: typeof MARKING_VERSION
  readonly engineVersion: string
  /** Position of the model answer against which the answer was marked: the one with the most points. */
  readonly model: number
  readonly cells: readonly MarkedCell[]
  readonly pairing: readonly PairingLine[]
  readonly surplus: readonly string[]
  readonly findings: readonly Finding[]
  /** On which tables rows were run. @defaultValue nothing was run */
  readonly ran?: Ran
  /** How many findings more there are than are told. @defaultValue none */
  readonly findingsLeft?: number
}

/** What was run of an answer: the statements that made its tables, and why it did not come to its end. */
export interface Ran {
  readonly tables: readonly string[]
  readonly stopped: Stopped | null
  /** Where it was written for another server. @defaultValue it was not */
  readonly translated?: Translated
}

/** What lists need of a marking: verdicts without their evidence. */
export interface MarkingSummary {
  readonly cells: readonly Cell[]
  readonly weakPairs: number
}

export function summaryOf({ cells, pairing }: Marking): MarkingSummary {
  return {
    cells: cells.map(({ rule, sheet, verdict, follows }) => ({ rule, sheet, verdict, follows })),
    weakPairs: pairing.filter(({ confidence }) => confidence === 'weak').length,
  }
}

/** Marks every sheet that the exercise asks for. Deterministic; reads nothing but its arguments. */
export function markAnswer(
  exercise: PreparedExercise,
  answer: MarkableAnswer,
  options: MarkOptions = {},
): Marking {
  const asked = askedSheets(exercise)
  const own = asked.flatMap(sheet => ('mark' in sheet ? [sheet.mark(exercise, answer)] : []))
  const reasoned = reasonOnce(exercise, answer, options.pins ?? [])
  const tables = withRows(exercise, reasoned, options.report)
  return {
    ...tables,
    cells: [...own.flatMap(({ cells }) => cells), ...tables.cells],
    findings: [
      ...own.flatMap(({ findings }) => findings),
      ...tables.findings,
      ...changedOnTheWay(exercise, answer, reasoned.read),
    ],
  }
}

const readTables = (exercise: PreparedExercise, answer: MarkableAnswer): TableSheet[] =>
  askedSheets(exercise).flatMap(sheet => ('read' in sheet ? [sheet.read(exercise, answer)] : []))

/** What is to be run of an answer on a database before it is marked with what came of it. */
export interface RunPlan {
  readonly work: SandboxWork
  /** The model answer that the rows are made under. */
  readonly model: number
}

/**
 * The rows and statements that show what an answer does with each rule; undefined where nothing of it can be run.
 */
export function planAnswer(
  exercise: PreparedExercise,
  answer: MarkableAnswer,
  { pins = [] }: Pick<MarkOptions, 'pins'> = {},
): RunPlan | undefined {
  const { under, plans } = reasonOnce(exercise, answer, pins)
  const plan = plans().find(found => found !== undefined)
  return plan && { work: plan.work, model: under.model }
}

/** What follows from an answer before anything is run. */
interface ReasonedAnswer {
  readonly read: readonly TableSheet[]
  readonly under: MarkedUnder
  /** What is to be run of each sheet: worked out when it is asked for, once. */
  readonly plans: () => readonly (Plan | undefined)[]
}

/** An answer is asked twice, for what to run and with what came of it: of each exercise the last ones are kept. */
const recent = new WeakMap<PreparedExercise, Map<string, ReasonedAnswer>>()
const MOST_RECENT = 3

function reasonOnce(
  exercise: PreparedExercise,
  answer: MarkableAnswer,
  pins: readonly Pin[],
): ReasonedAnswer {
  const known = recent.get(exercise) ?? new Map<string, ReasonedAnswer>()
  recent.set(exercise, known)
  const key = JSON.stringify([answer, pins])
  const found = known.get(key) ?? reasonAnswer(exercise, readTables(exercise, answer), pins)
  known.delete(key)
  known.set(key, found)
  const [oldest] = known.keys()
  if (known.size > MOST_RECENT) known.delete(oldest!)
  return found
}

function reasonAnswer(
  exercise: PreparedExercise,
  read: readonly TableSheet[],
  pins: readonly Pin[],
): ReasonedAnswer {
  const under = bestOf(exercise, read, pins)
  let plans: readonly (Plan | undefined)[] | undefined
  return { read, under, plans: () => (plans ??= under.reasoned.map(planSheet)) }
}

/** What one sheet of the answer has otherwise than another. */
function changedOnTheWay(
  { document: { sheets = ['script'], relation, samples, level } }: PreparedExercise,
  { claims }: MarkableAnswer,
  read: readonly TableSheet[],
): Finding[] {
  const isClaimed = relation && claims && sheets.includes('dependencies') && !isEmptyClaims(claims)
  return chainFindings(
    read.map(sheet => chainSheet(sheet.name, sheet, level ?? 'logical')),
    isClaimed ? readClaims(relation, claims, samples) : undefined,
  )
}

const askedSheets = ({ document: { sheets = ['script'] } }: PreparedExercise): SheetModule<unknown>[] =>
  sheets.map(sheetModule)

/**
 * What the reading of each asked sheet says by itself: nothing is paired or judged. Linear in what is
 * written, but for the checks of a diagram.
 */
export function readingFindings(exercise: PreparedExercise, answer: MarkableAnswer): readonly Finding[] {
  return askedSheets(exercise).flatMap(sheet => sheet.form(exercise, answer))
}

/** Marks one script against an exercise: verdicts with evidence, without points. */
export function markScript(
  exercise: PreparedExercise,
  script: string,
  { dialect, ...options }: MarkOptions & { readonly dialect?: Dialect } = {},
): Marking {
  const read = [SHEET.script.read(exercise, { script, dialect })]
  return withRows(exercise, reasonAnswer(exercise, read, options.pins ?? []), options.report)
}

export interface MarkOptions {
  readonly pins?: readonly Pin[]
  /** What came of running what `planAnswer` asks for. */
  readonly report?: SandboxReport | undefined
}

/** The marking of the sheets that describe tables, with what was run of them where anything was. */
function withRows(
  exercise: PreparedExercise,
  { under: { model, reasoned, marking }, plans }: ReasonedAnswer,
  report: SandboxReport | undefined,
): Marking {
  if (!report) return marking
  let ran: Ran | undefined
  const together = reasoned.map((sheet, i) => {
    const plan = plans()[i]
    if (!plan) return sheet
    const { translated } = sheet.sheet.runnable!().script
    ran = {
      tables: madeBy(plan.work, report),
      stopped: report.stopped,
      ...(translated ? { translated } : {}),
    }
    return withReport(sheet, plan, report)
  })
  return { ...toMarking(exercise, model, together), ...(ran ? { ran } : {}) }
}

/** The statements that made the tables of the trials. */
function madeBy(
  { meant, statements }: SandboxWork,
  { notMeant = [], statements: refusals }: SandboxReport,
): string[] {
  return meant
    ? meant.filter((_, i) => !notMeant.includes(i))
    : statements.filter((_, i) => refusals[i] === null)
}

interface MarkedUnder {
  readonly model: number
  readonly reasoned: readonly ReasonedSheet[]
  readonly marking: Marking
}

/**
 * Marks the sheets that describe tables against each model answer whole; the marking with the most points counts,
 * then the surest, then the first. What is run is run for that one.
 */
function bestOf(exercise: PreparedExercise, read: readonly TableSheet[], pins: readonly Pin[]): MarkedUnder {
  const [first, ...others] = exercise.glossaries.map((_, model): MarkedUnder => {
    const reasoned = read.map(sheet => reasonSheet(exercise, model, sheet, pins))
    return { model, reasoned, marking: toMarking(exercise, model, reasoned) }
  })
  if (!first) throw new RangeError('An exercise has at least its own glossary.')
  return others.reduce((best, next) => (isBetter(exercise, next.marking, best.marking) ? next : best), first)
}

function toMarking(exercise: PreparedExercise, model: number, sheets: readonly ReasonedSheet[]): Marking {
  const parts = sheets.map(sheet => markSheet(exercise, sheet))
  return {
    version: MARKING_VERSION,
    engineVersion: ENGINE_VERSION,
    model,
    cells: parts.flatMap(({ cells }) => cells),
    pairing: parts.flatMap(({ pairing }) => pairing),
    surplus: parts.flatMap(({ surplus }) => surplus),
    findings: parts.flatMap(({ findings }) => findings),
  }
}

function isBetter(exercise: PreparedExercise, a: Marking, b: Marking): boolean {
  const [x, y] = [a, b].map(marking => markedPoints(exercise, marking.cells)) as [Points, Points]
  if (x.got + x.open !== y.got + y.open) return x.got + x.open > y.got + y.open
  return sureness(a) > sureness(b)
}

const sureness = ({ pairing }: Marking): number =>
  pairing.filter(({ confidence }) => confidence === 'sure').length

/**
 * The dependencies that a rule was judged by in a script, as lines to be read (under the first model answer).
 */
export function explainRule(
  { document, world, given, glossaries }: PreparedExercise,
  script: string,
  rule: string,
  { pins = [], dialect = dialectOf(document, script) }: { pins?: readonly Pin[]; dialect?: Dialect } = {},
): string[] {
  const asked = askedRules(document.rules, 'script')
  const parts = asked.filter(({ id }) => id === rule).flatMap(partsOf)
  const schema = soundPart(readScript(script, { given, dialect }).schema)
  const alignment = align(world, schema, { glossary: glossaries[0]!, pins })
  const reading = new Reading(world, schema, alignment, asked.flatMap(partsOf))
  return parts.flatMap(part => dependenciesInWords(reading, part))
}

/** The points of a marking under an exercise's rule sheet and rubric. */
export function markedPoints(
  exercise: PreparedExercise,
  cells: readonly Cell[],
  overrides: readonly Override[] = [],
  lateLoss = 0,
): Points {
  const { rules, rubric } = exercise.document
  return points(rules, cells, overrides, { ...rubric, lateLoss })
}
