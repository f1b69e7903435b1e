import type { LedgerAnswer } from '#shared/answers'
import { SHEETS, type Sheet } from '@nomenklatura/core/findings'
import { findCourse } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { listWithoutHandIn } from '../repositories/hand-ins'
import { listMembers } from '../repositories/people'
import type { ListedMarking } from '../repositories/markings'
import { totalPoints } from './student-state'
import { classState, overridesOf, totalIn, type ClassState } from './class-state'

/** The class by rules and sheets, with who handed in nothing. */
export async function showLedger(db: Db, exerciseId: string): Promise<Omit<LedgerAnswer, 'role'>> {
  const state = await classState(db, exerciseId)
  const {
    exercise,
    revision: { document },
  } = state
  const [course, without, members] = await Promise.all([
    findCourse(db, exercise.courseId),
    listWithoutHandIn(db, exercise),
    listMembers(db, exercise.courseId),
  ])
  const sections = new Map(members.map(({ id, section }) => [id, section]))
  const asked = sheetsAsked(state)
  return {
    exercise: {
      id: exerciseId,
      title: document.title,
      courseId: course!.id,
      courseName: course!.name,
      timeZone: course!.timeZone,
      dueAt: exercise.dueAt,
      of: totalPoints(document),
    },
    rules: document.rules
      .filter(({ off }) => !off)
      .map(({ id, sentence, points }) => ({ id, sentence, points, sheets: asked.get(id) ?? [] })),
    lines: state.handIns.flatMap(handIn => {
      const total = totalIn(state, handIn)
      const marking = state.markings.get(handIn.id)
      if (!marking || !total) return []
      const { id, name, attempt, handedInAt, isAutomatic } = handIn
      const { got, open, of } = total
      return [
        {
          handInId: id,
          name,
          section: exercise.isAnonymous ? null : (sections.get(handIn.personId) ?? null),
          attempt,
          handedInAt,
          isAutomatic,
          points: { got, open, of },
          cells: cellsOf(state, id, marking),
        },
      ]
    }),
    without,
  }
}

/** The sheets in which each rule is asked, in the order of work. */
function sheetsAsked({ markings }: ClassState): ReadonlyMap<string, Sheet[]> {
  const asked = new Map<string, Sheet[]>()
  for (const { cells } of markings.values()) {
    for (const { rule, sheet } of cells) {
      const known = asked.get(rule)
      if (!known) asked.set(rule, [sheet])
      else if (!known.includes(sheet)) known.push(sheet)
    }
  }
  for (const sheets of asked.values()) sheets.sort((a, b) => SHEETS.indexOf(a) - SHEETS.indexOf(b))
  return asked
}

function cellsOf(
  { decisions }: ClassState,
  handInId: string,
  { cells }: ListedMarking,
): LedgerAnswer['lines'][number]['cells'] {
  const overrides = overridesOf(decisions.get(handInId) ?? [])
  return Object.fromEntries(
    cells.map(({ rule, sheet, verdict }) => {
      const override = overrides.find(other => other.rule === rule && other.sheet === sheet)
      return [
        `${rule} ${sheet}`,
        { verdict: override?.verdict ?? verdict, overridden: override !== undefined },
      ]
    }),
  )
}
