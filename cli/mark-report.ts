import { placeInField } from '@nomenklatura/core/dictionary'
import {
  personalExercise,
  prepareExercise,
  type MarkableAnswer,
  type PreparedExercise,
} from '@nomenklatura/core/exercise'
import { wording } from '@nomenklatura/core/findings'
import type { SandboxEngine } from '@nomenklatura/core/instances'
import { lineIndex } from '@nomenklatura/core/language'
import {
  accountInWords,
  inWholePoints,
  markAnswer,
  markedPoints,
  planAnswer,
  pointsOfCell,
} from '@nomenklatura/core/marking'
import type { Dialect } from '@nomenklatura/core/schema'
import { reasonForStudent, reasonInWords, say } from '@nomenklatura/core/words'
import { answerOf, type Answer } from '../files/answers'

/** Whole and part points. */
interface InPoints {
  readonly got: number
  readonly open: number
  readonly of: number
}

/**
 * What `nomenklatura mark --json` prints per answer: public and stable, keys may be added. Points are in
 * whole and part points.
 */
export interface MarkReport {
  readonly file: string
  /** All its files, where there are several. */
  readonly files?: readonly string[]
  readonly student: string
  readonly points: InPoints
  readonly executed: boolean
  readonly cells: readonly {
    readonly rule: string
    readonly sheet: string
    readonly verdict: string
    readonly follows: string | null
    readonly confidence: string
    readonly doubt: string | null
    readonly points: InPoints
    readonly because: readonly string[]
    /** The reasons as a student may read them. */
    readonly told: readonly string[]
    readonly witness: unknown
  }[]
  readonly findings: readonly {
    readonly code: string
    readonly severity: string
    readonly message: string
    readonly line: number
    readonly column: number
  }[]
  readonly pairing: readonly {
    readonly answer: string
    readonly model: string
    readonly confidence: string
    readonly reasons: readonly string[]
  }[]
  /** Position of the model answer that it was marked against. */
  readonly model: number
  readonly account: readonly string[]
}

/** The text that a finding's place is in. */
function textOf({ script, claims, dictionary }: MarkableAnswer, field: string | undefined): string {
  const slot = field === undefined ? undefined : placeInField(field)
  if (slot) return dictionary?.entries[slot.entry]?.[slot.slot] ?? ''
  if (field === undefined || !claims) return script
  const closure = /^closure (\d+)$/.exec(field)
  return closure
    ? (claims.closures[Number(closure[1])] ?? '')
    : String(claims[field as keyof typeof claims] ?? '')
}

/** Marks one answer; with engines it is run as well. */
export async function reportOn(
  given: PreparedExercise,
  { student, files }: Answer,
  dialect: Dialect | undefined,
  engines: SandboxEngine | null,
): Promise<MarkReport> {
  const answer = { ...(dialect ? { dialect } : {}), ...answerOf({ student, files }) }
  const exercise =
    answer.seed === undefined ? given : prepareExercise(personalExercise(given.document, answer.seed))
  const plan = engines ? planAnswer(exercise, answer) : undefined
  const report = plan && engines ? await engines.run(plan.work) : undefined
  const { cells, pairing, findings, model } = markAnswer(exercise, answer, { report })
  const points = markedPoints(exercise, cells)
  return {
    file: files[0]!.name,
    ...(files.length > 1 ? { files: files.map(({ name }) => name) } : {}),
    student,
    executed: report !== undefined,
    points: inWholePoints(points),
    cells: cells.map(cell => ({
      rule: cell.rule,
      sheet: cell.sheet,
      verdict: cell.verdict,
      follows: cell.follows,
      confidence: cell.confidence,
      doubt: cell.doubt ?? null,
      points: inWholePoints(pointsOfCell(points, cell)),
      because: cell.because.map(reasonInWords),
      told: cell.because.map(reasonForStudent),
      witness: cell.witness && { ...cell.witness, by: cell.witness.by && say(cell.witness.by) },
    })),
    findings: findings.map(finding => ({
      code: finding.code,
      severity: finding.severity,
      message: wording(finding).message,
      ...(finding.field === undefined ? {} : { field: finding.field }),
      ...lineIndex(textOf(answer, finding.field)).at(finding.place.start),
    })),
    pairing: pairing.map(({ answer: own, model: element, confidence, reasons }) => ({
      answer: own,
      model: element,
      confidence,
      reasons,
    })),
    model,
    account: accountInWords(points, exercise.document.rules),
  }
}
