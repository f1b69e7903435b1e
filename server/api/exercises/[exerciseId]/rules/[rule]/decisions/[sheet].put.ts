import { GroupDecisionBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../../../auth/route'
import { decideForAll } from '../../../../../../services/mistakes'

/** Decides a rule in a sheet for several hand-ins at once. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  body: GroupDecisionBody,
  handle: ({ db, exercise, params, body, person }) =>
    decideForAll(db, exercise, { rule: params.rule!, sheet: params.sheet! }, body.decisions, person.id),
})
