import type { Finding } from '@nomenklatura/core/findings'
import { isAboutWriting, withoutAnswer } from '@nomenklatura/core/claims'
import { isAboutDrawing } from '@nomenklatura/core/diagram'
import { isAboutSlots } from '@nomenklatura/core/dictionary'
import { markAnswer, personalExercise, prepareExercise, type MarkableAnswer, type MarkableExercise, type Marking, type PreparedExercise } from '@nomenklatura/core/marking'
import type { HelpLevel } from '@nomenklatura/core/formats'
import type { CheckAnswer, CheckedRule, Role } from '#shared/answers'
import type { Db } from '../repositories/database'
import { latestRevision } from '../repositories/exercises'
import { seedOf } from './sheets'
import { visibleExercise } from './worksheets'

const prepared = new Map<string, PreparedExercise>()

/** Reads an exercise once per revision and process. `revision` names it with its number, since a draft's row is replaced. */
export function preparedFor(revision: string, document: MarkableExercise, seed?: string): PreparedExercise {
  const isPersonal = document.relation?.isFresh && seed !== undefined
  const key = isPersonal ? `${revision} ${seed}` : revision
  const known = prepared.get(key)
  if (known) return known
  if (prepared.size > 200) prepared.clear()
  const result = prepareExercise(personalExercise(document, seed))
  prepared.set(key, result)
  return result
}

/** Findings that an assessed exercise tells: what is well formed, not what is well designed. */
function isAboutForm(finding: Finding): boolean {
  const { code } = finding
  return code.startsWith('syntax.') || code.startsWith('names.') || code === 'keys.no-primary' || isAboutWriting(finding) || isAboutSlots(finding) || isAboutDrawing(finding) || code === 'references.unknown-table' || code === 'references.unknown-column'
}

/** What Check tells, by the exercise's help level: the server decides, whatever the browser asks. */
export async function check(db: Db, exerciseId: string, personId: string, role: Role, answer: MarkableAnswer, now = new Date()): Promise<CheckAnswer> {
  await visibleExercise(db, exerciseId, role)
  const { id, number, document } = await latestRevision(db, exerciseId)
  const exercise = preparedFor(`${id}:${number}`, document, seedOf(exerciseId, personId))
  const marking = markAnswer(exercise, answer)
  return {
    helpLevel: document.helpLevel, checkedAt: now.toISOString(), findings: helpfulFindings(marking, document.helpLevel),
    verdicts: document.helpLevel === 'assessed' ? [] : marking.cells.map(cell => toldBefore(exercise.document.rules, cell, document.helpLevel)),
  }
}

function helpfulFindings({ findings }: Marking, helpLevel: HelpLevel): readonly Finding[] {
  return helpLevel === 'assessed' ? findings.filter(isAboutForm) : findings
}

/** A verdict as it is told while the work goes on: where answers are not supplied, without what is missing. */
function toldBefore(rules: MarkableExercise['rules'], cell: Marking['cells'][number], helpLevel: HelpLevel): CheckedRule {
  const rule = rules.find(({ id }) => id === cell.rule)?.rule
  if (helpLevel === 'practice' || rule?.kind !== 'claim') return toCheckedRule(rules, cell)
  const full = toCheckedRule(rules, cell)
  const told = withoutAnswer(rule.about, cell.verdict, { sentence: full.sentence, because: cell.because, exhibits: cell.exhibits ?? [] })
  return { ...full, ...told }
}

/** A verdict as a student is told it: in the student's own names. */
export function toCheckedRule(rules: MarkableExercise['rules'], cell: Marking['cells'][number]): CheckedRule {
  const entry = rules.find(({ id }) => id === cell.rule)!
  return {
    rule: cell.rule, sheet: cell.sheet, sentence: entry.sentence, phrase: entry.phrase ?? null, verdict: cell.verdict, witness: cell.witness, ...cell.exhibits ? { exhibits: cell.exhibits } : {},
    because: cell.because.map(({ sentence, told = sentence, place }) => ({ sentence: told, place })),
  }
}
