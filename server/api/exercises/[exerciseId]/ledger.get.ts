import type { LedgerAnswer } from '#shared/answers'
import { STAFF, defineRoute } from '../../../auth/route'
import { showLedger } from '../../../services/ledger'

export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ db, exercise, role }): Promise<LedgerAnswer> => ({
    role,
    ...(await showLedger(db, exercise.id)),
  }),
})
