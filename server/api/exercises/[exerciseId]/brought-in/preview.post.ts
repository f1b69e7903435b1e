import { NothingBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { previewBringingIn } from '../../../../services/bring-in'
import { LARGEST_UPLOAD } from '../../../../services/bring-in-files'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: NothingBody,
  upload: LARGEST_UPLOAD,
  handle: ({ db, exercise, file }) => previewBringingIn(db, exercise, file),
})
