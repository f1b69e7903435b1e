import { courseMark, type CourseScheme, type MarkingSummary } from '@nomenklatura/core/marking'
import { toCsv } from '@nomenklatura/core/rows'
import type { CourseMarksAnswer, Role, Totals } from '#shared/answers'
import { audit, findCourse } from '../repositories/courses'
import {
  findScheme,
  listCandidates,
  listSummaries,
  saveScheme,
  type LastHandIn,
} from '../repositories/course-marks'
import type { Db } from '../repositories/database'
import { latestRevisions, listExercises, type Exercise, type Revision } from '../repositories/exercises'
import { listGiven } from '../repositories/given'
import { listDecisions, listReleases } from '../repositories/hand-ins'
import { listMembers } from '../repositories/people'
import { byHandOf, groupByHandIn, toldIn, totalsOf } from './class-state'
import { knownTotal, totalKey, totalOnce } from './known-totals'
import { Refusal, notFound } from './problem'
import { totalPoints } from './student-state'

/**
 * Students by exercises, as marks stand now, and what comes of them by the course's scheme. An exercise counts from
 * when it is closed; before that it is shown. Of what is open nothing counts.
 */
export async function showCourseMarks(
  db: Db,
  courseId: string,
  role: Role,
  now = new Date(),
): Promise<CourseMarksAnswer> {
  const [course, exercises, members, revisions, { scheme, number }] = await Promise.all([
    findCourse(db, courseId),
    listExercises(db, courseId),
    listMembers(db, courseId),
    latestRevisions(db, courseId),
    findScheme(db, courseId),
  ])
  if (!course) throw notFound()
  const published = exercises.filter(({ state }) => state === 'published')
  const totals = await Promise.all(
    published.map(exercise => totalsByPerson(db, exercise, revisions.get(exercise.id)!)),
  )
  const counts = published.map(({ dueAt }) => dueAt === null || Date.parse(dueAt) <= now.getTime())
  return {
    role,
    course: { id: course.id, name: course.name, timeZone: course.timeZone },
    scheme,
    number,
    exercises: published.map((exercise, i) => {
      const { document } = revisions.get(exercise.id)!
      return {
        id: exercise.id,
        title: document.title,
        of: totalPoints(document),
        dueAt: exercise.dueAt,
        counts: counts[i]!,
      }
    }),
    students: members
      .filter(member => member.role === 'student')
      .map(({ id, name, email, section }) => {
        const marks = totals.map(byPerson => byPerson.get(id) ?? null)
        return { id, name, email, section, marks, ...markOf(published, marks, counts, scheme) }
      }),
  }
}

function markOf(
  exercises: readonly Exercise[],
  marks: readonly (Totals | null)[],
  counts: readonly boolean[],
  scheme: CourseScheme,
) {
  const shares = exercises.flatMap(({ id }, i) => {
    const total = marks[i]
    return counts[i] ? [{ exerciseId: id, share: total && total.of > 0 ? total.got / total.of : 0 }] : []
  })
  return courseMark(shares, scheme)
}

/** What each student has of an exercise; nothing of those whose hand-in is not marked. */
async function totalsByPerson(
  db: Db,
  exercise: Exercise,
  revision: Pick<Revision, 'id' | 'number' | 'document'>,
): Promise<Map<string, Totals>> {
  const all = await listCandidates(db, exercise, revision.id)
  const handIns = exercise.isAnonymous ? await toldAmong(db, all) : all
  const ids = handIns.map(({ id }) => id)
  const decided = groupByHandIn(await listDecisions(db, ids))
  const given = groupByHandIn(await listGiven(db, ids))
  const marked = handIns.flatMap(({ id, personId, markingId, lateBySeconds }) => {
    if (markingId === null) return []
    const byHand = byHandOf(decided.get(id) ?? [], given.get(id) ?? [])
    const key = totalKey(exercise, revision, markingId, byHand, lateBySeconds)
    return [{ personId, markingId, lateBySeconds, byHand, total: knownTotal(key) }]
  })
  // What is not known yet is worked out of summaries, which are asked for only then.
  const unknown = marked.filter(({ total }) => total === undefined)
  const summaries =
    unknown.length > 0
      ? await listSummaries(
          db,
          unknown.map(({ markingId }) => markingId),
        )
      : new Map<string, MarkingSummary>()
  const best = new Map<string, Totals>()
  for (const { personId, markingId, lateBySeconds, byHand, total } of marked) {
    const summary = summaries.get(markingId)
    const found =
      total ??
      (summary && totalOnce(exercise, revision, { ...summary, id: markingId }, byHand, lateBySeconds))
    const other = best.get(personId)
    if (found && (!other || found.got > other.got)) best.set(personId, totalsOf(found))
  }
  return best
}

/** Marked without names: nobody's mark stands beside their name before it is told. */
async function toldAmong(db: Db, handIns: readonly LastHandIn[]): Promise<LastHandIn[]> {
  const releases = await listReleases(
    db,
    handIns.map(({ id }) => id),
  )
  return handIns.filter(({ id }) => toldIn(releases.get(id)) !== null)
}

/** Saves how the marks are put together, on top of what was seen. */
export async function changeScheme(
  db: Db,
  courseId: string,
  { scheme, base }: { readonly scheme: CourseScheme; readonly base: number },
  by: string,
): Promise<void> {
  if (!(await saveScheme(db, courseId, scheme, base)))
    throw new Refusal(409, 'stale', 'Somebody changed this meanwhile. Look at it again, then change it.')
  await audit(db, {
    courseId,
    personId: by,
    action: 'course.marks-scheme',
    subject: courseId,
    detail: scheme,
  })
}

/** A line for each student, as a spreadsheet program reads it. */
export function courseMarksCsv({ exercises, students }: CourseMarksAnswer): string {
  const head = ['name', 'e-mail', 'section', ...exercises.map(({ title }) => title), 'per cent', 'grade']
  return toCsv(
    head,
    students.map(({ name, email, section, marks, percent, grade }) => [
      name,
      email,
      section ?? '',
      ...marks.map(mark => (mark ? String(mark.got / 1000) : '')),
      percent === null ? '' : String(percent),
      grade ?? '',
    ]),
  )
}
