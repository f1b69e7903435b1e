import { CaseMarksBody } from '#shared/requests'
import { MEMBER, defineRoute } from '../../../auth/route'
import { CASE_MARKS, saveBeside } from '../../../services/kept-beside'

export default defineRoute({
  access: { to: 'exercise', allow: MEMBER },
  namesPerson: true,
  body: CaseMarksBody,
  handle: ({ db, exercise, person, role, body, now }) =>
    saveBeside(db, CASE_MARKS, { exerciseId: exercise.id, personId: person.id, role, ...body }, now),
})
