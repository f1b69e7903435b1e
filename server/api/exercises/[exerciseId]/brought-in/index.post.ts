import { BringInBody } from '#shared/requests'
import { INSTRUCTOR, defineRoute } from '../../../../auth/route'
import { askAndGoOn } from '../../../../jobs/queue'
import { bringIn } from '../../../../services/bring-in'
import { LARGEST_UPLOAD } from '../../../../services/bring-in-files'

export default defineRoute({
  access: { to: 'exercise', allow: INSTRUCTOR },
  body: BringInBody,
  upload: LARGEST_UPLOAD,
  handle: async ({ db, exercise, person, body, file, now }) => {
    const answer = await bringIn(db, exercise, person.id, file, body.people, now)
    await askAndGoOn(exercise.id)
    return answer
  },
})
