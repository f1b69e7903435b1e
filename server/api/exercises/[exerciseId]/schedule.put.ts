import { ScheduleBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { saveSchedule } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: ScheduleBody,
  handle: ({ db, exercise, person, body }) =>
    saveSchedule(db, exercise.id, exercise.courseId, person.id, body),
})
