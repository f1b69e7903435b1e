import type { SharingAnswer } from '#shared/answers'
import type { ShareOutBody } from '#shared/requests'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { listLatest } from '../repositories/hand-ins'
import { listMembers } from '../repositories/people'
import { listShares, replaceShares } from '../repositories/sharing'
import { Refusal } from './problem'

/** Who may mark, which sections there are, and how the class is shared out now. */
export async function showSharing(
  db: Db,
  { id, courseId }: Pick<Exercise, 'id' | 'courseId'>,
): Promise<SharingAnswer> {
  const [members, shares, handedIn] = await Promise.all([
    listMembers(db, courseId),
    listShares(db, id),
    listLatest(db, id),
  ])
  const hasHandedIn = new Set(handedIn.map(({ personId }) => personId))
  const students = members.filter(({ role }) => role === 'student')
  const sections = [...new Set(students.map(({ section }) => section))]
  return {
    graders: members
      .filter(({ role }) => role !== 'student')
      .map(({ id: graderId, name }) => ({
        id: graderId,
        name,
        students: students.filter(student => shares.get(student.id)?.id === graderId).length,
        handIns: students.filter(
          student => shares.get(student.id)?.id === graderId && hasHandedIn.has(student.id),
        ).length,
      })),
    sections: sections
      .map(name => ({ name, students: students.filter(({ section }) => section === name).length }))
      .sort((a, b) => (a.name ?? '').localeCompare(b.name ?? '')),
  }
}

/** Shares a class out; what was shared out before is put aside. */
export async function shareOut(
  db: Db,
  exercise: Pick<Exercise, 'id' | 'courseId'>,
  asked: ShareOutBody,
): Promise<SharingAnswer> {
  const members = await listMembers(db, exercise.courseId)
  const mayMark = new Set(members.filter(({ role }) => role !== 'student').map(({ id }) => id))
  const named = asked.how === 'evenly' ? asked.graders : asked.sections.map(({ grader }) => grader)
  if (named.some(id => !mayMark.has(id)))
    throw new Refusal(422, 'no-grader', 'Only who teaches this course can be given hand-ins.')
  const students = members.filter(({ role }) => role === 'student')
  const shares =
    asked.how === 'evenly'
      ? evenly(
          inOrderOfHandingIn(
            students.map(({ id }) => id),
            (await listLatest(db, exercise.id)).map(({ personId }) => personId),
          ),
          asked.graders,
        )
      : new Map(
          students.flatMap(({ id, section }) => {
            const its = asked.sections.find(({ name }) => name === section)
            return its ? [[id, its.grader] as const] : []
          }),
        )
  await replaceShares(db, exercise.id, shares)
  return showSharing(db, exercise)
}

/** Nothing is shared out any more. */
export const shareNothing = (db: Db, exerciseId: string): Promise<void> =>
  replaceShares(db, exerciseId, new Map())

/** Who has handed in first: those are dealt evenly for themselves, whatever comes later. */
function inOrderOfHandingIn(students: readonly string[], handedIn: readonly string[]): string[] {
  const has = new Set(handedIn)
  return [...students.filter(id => has.has(id)), ...students.filter(id => !has.has(id))]
}

/** Deals students in turn: no grader has two more than another. */
export function evenly(students: readonly string[], graders: readonly string[]): Map<string, string> {
  return new Map(students.map((id, i) => [id, graders[i % graders.length]!]))
}
