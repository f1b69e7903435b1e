import { ENGINE_VERSION } from '@nomenklatura/core/marking'
import { fieldsOf } from '@nomenklatura/core/claims'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import type { Rule } from '@nomenklatura/core/rules'
import type { DeskAnswer, LateSave, Role } from '#shared/answers'
import { findCourse } from '../repositories/courses'
import { sheetsOf } from '@nomenklatura/core/exercise'
import type { Db } from '../repositories/database'
import { countBegun, isMarkingStopped } from '../repositories/exercises'
import { recentComments, recentReasons } from '../repositories/hand-ins'
import { listShares } from '../repositories/sharing'
import { countLateSaves, listLateSaves, listUncollectable } from '../repositories/worksheets'
import { classState, queueLine } from './class-state'

export async function showDesk(db: Db, exerciseId: string, role: Role): Promise<DeskAnswer> {
  const state = await classState(db, exerciseId)
  const {
    exercise,
    revision: { document, number },
  } = state
  const [course, begun, reasons, said, lateSaves, uncollected, isStopped, shares] = await Promise.all([
    findCourse(db, exercise.courseId),
    countBegun(db, exercise),
    recentReasons(db, exerciseId),
    recentComments(db, exerciseId),
    countLateSaves(db, exerciseId),
    listUncollectable(db, exerciseId),
    isMarkingStopped(db, exerciseId),
    listShares(db, exerciseId),
  ])
  return {
    role,
    exercise: {
      id: exerciseId,
      title: document.title,
      courseId: course!.id,
      courseName: course!.name,
      timeZone: course!.timeZone,
      revision: number,
      dueAt: exercise.dueAt,
      toldModel: exercise.toldModel,
    },
    rules: document.rules
      .filter(({ off }) => !off)
      .map(({ id, sentence, phrase, points, group, rule }) => ({
        id,
        sentence,
        phrase: phrase ?? null,
        points,
        group,
        entity: rule.entity,
        fields: fieldsOfRule(document, rule),
      })),
    criteria: document.rubric.criteria ?? [],
    sheets: document.sheets,
    dialect: document.dialect,
    model: sheetsOf(document.models[0] ?? { script: '' }),
    byEarlierEngine: state.handIns.filter(({ id }) => {
      const marking = state.markings.get(id)
      return marking !== undefined && marking.engineVersion !== ENGINE_VERSION
    }).length,
    isMarkingStopped: isStopped,
    queue: state.handIns.map(handIn => ({
      ...queueLine(state, handIn),
      sharedTo: shares.get(handIn.personId) ?? null,
    })),
    begun,
    reasons,
    said,
    lateSaves,
    uncollected,
  }
}

/** What arrived after closing: the last save of each sheet of each student. */
export const showLateSaves = (db: Db, exerciseId: string): Promise<LateSave[]> =>
  listLateSaves(db, exerciseId)

/** The fields of the Dependencies sheet that a rule is about. */
function fieldsOfRule({ relation }: ExerciseDocument, rule: Rule): string[] {
  return rule.kind === 'claim' && relation ? fieldsOf(relation, rule.about) : []
}
