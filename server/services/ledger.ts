import type { Verdict } from '@nomenklatura/core/rules'
import type { Cell } from '@nomenklatura/core/sheets'
import type { Override } from '@nomenklatura/core/marking'
import type { LedgerAnswer } from '#shared/answers'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { classState, overridesOf, totalIn } from './class-state'

const WORST_FIRST: readonly Verdict[] = ['broken', 'too strict', 'cannot tell', 'not shown', 'upheld']

export async function showLedger(db: Db, exerciseId: string): Promise<LedgerAnswer> {
  const state = await classState(db, exerciseId)
  const {
    exercise,
    revision: { document },
  } = state
  const course = await findCourse(db, exercise.courseId)
  return {
    exercise: { id: exerciseId, title: document.title, courseId: course!.id, courseName: course!.name },
    rules: document.rules
      .filter(({ off }) => !off)
      .map(({ id, sentence, points }) => ({ id, sentence, points })),
    lines: state.handIns.flatMap(handIn => {
      const total = totalIn(state, handIn)
      const marking = state.markings.get(handIn.id)
      if (!marking || !total) return []
      const { got, open, of } = total
      const cells = worstByRule(marking.cells, overridesOf(state.decisions.get(handIn.id) ?? []))
      return [
        { handInId: handIn.id, name: handIn.name, attempt: handIn.attempt, points: { got, open, of }, cells },
      ]
    }),
  }
}

type LedgerCell = LedgerAnswer['lines'][number]['cells'][string]

/** A rule that is asked of several sheets shows the one in which it fares worst. */
function worstByRule(cells: readonly Cell[], overrides: readonly Override[]): Record<string, LedgerCell> {
  const byRule: Record<string, LedgerCell> = {}
  for (const { rule, sheet, verdict } of cells) {
    const override = overrides.find(other => other.rule === rule && other.sheet === sheet)
    const cell = { verdict: override?.verdict ?? verdict, overridden: override !== undefined }
    const known = byRule[rule]
    if (!known || WORST_FIRST.indexOf(cell.verdict) < WORST_FIRST.indexOf(known.verdict)) byRule[rule] = cell
  }
  return byRule
}
