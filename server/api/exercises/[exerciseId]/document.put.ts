import { DocumentBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../auth/route'
import { saveDocument } from '../../../services/exercises'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: DocumentBody,
  handle: ({ db, exercise, person, body }) =>
    saveDocument(db, exercise.id, person.id, body.document, body.base),
})
