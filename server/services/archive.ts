import { archiveCourse, archiveExercise, restoreCourse, restoreExercise } from '../repositories/archive'
import { audit } from '../repositories/courses'
import type { Db } from '../repositories/database'
import { notFound } from './problem'

/** Who puts something away, or takes it out again. */
interface Doing {
  readonly courseId: string
  readonly personId: string
}

/** Puts an exercise away: nobody finds it any more, and nothing of it is lost. */
export async function archive(db: Db, exerciseId: string, by: Doing, now = new Date()): Promise<void> {
  await db.transaction(async trx => {
    await archiveExercise(trx, exerciseId, now)
    await audit(trx, { ...by, action: 'exercise.archive', subject: exerciseId })
  })
}

export async function takeOutExercise(db: Db, exerciseId: string, by: Doing): Promise<void> {
  await db.transaction(async trx => {
    if (!(await restoreExercise(trx, exerciseId, by.courseId))) throw notFound()
    await audit(trx, { ...by, action: 'exercise.restore', subject: exerciseId })
  })
}

/** Puts a course away with all that is in it: nobody reaches it until an instructor of it takes it out again. */
export async function putCourseAway(db: Db, by: Doing, now = new Date()): Promise<void> {
  await db.transaction(async trx => {
    await archiveCourse(trx, by.courseId, now)
    await audit(trx, { ...by, action: 'course.archive', subject: by.courseId })
  })
}

export async function takeOutCourse(db: Db, by: Doing): Promise<void> {
  await db.transaction(async trx => {
    if (!(await restoreCourse(trx, by.courseId, by.personId))) throw notFound()
    await audit(trx, { ...by, action: 'course.restore', subject: by.courseId })
  })
}
