import { CourseBody } from '#shared/requests'
import { defineRoute } from '../../auth/route'
import { Refusal } from '../../services/problem'
import { beginCourse } from '../../services/exercises'

export default defineRoute({
  access: { to: 'person' },
  body: CourseBody,
  async handle({ db, body, person }) {
    if (!person.mayBeginCourses)
      throw new Refusal(
        403,
        'may-not-begin',
        'Who may begin a course was given that right by an instructor: ask one.',
      )
    return { id: await beginCourse(db, body.name, person.id) }
  },
})
