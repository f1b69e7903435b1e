import { QuestionAnswerBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../../../auth/route'
import { showHandIn } from '../../../../../../services/hand-in-view'
import { answerQuestion } from '../../../../../../services/questions'

export default defineRoute({
  access: { to: 'handIn', allow: STAFF },
  body: QuestionAnswerBody,
  handle: async ({ db, handIn, params, body, person, role }) => {
    const cell = { rule: params.rule!, sheet: params.sheet! }
    await answerQuestion(db, handIn, cell, body, { id: person.id, role })
    return showHandIn(db, handIn.id)
  },
})
