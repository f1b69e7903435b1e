import { QuestionBody } from '#shared/requests'
import { defineRoute } from '../../../../../../auth/route'
import { showFeedback } from '../../../../../../services/feedback'
import { ask } from '../../../../../../services/questions'

/** A student asks about a verdict that was told to them. */
export default defineRoute({
  access: { to: 'own' },
  body: QuestionBody,
  handle: async ({ db, handIn, params, body }) => {
    await ask(db, handIn, { rule: params.rule!, sheet: params.sheet! }, body)
    return showFeedback(db, handIn)
  },
})
