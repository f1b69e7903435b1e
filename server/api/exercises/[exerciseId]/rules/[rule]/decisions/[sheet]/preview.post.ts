import { SHEETS } from '@nomenklatura/core/findings'
import { VerdictPreviewBody } from '#shared/requests'
import { STAFF, defineRoute } from '../../../../../../../auth/route'
import { previewVerdict } from '../../../../../../../services/mistakes'
import { notFound } from '../../../../../../../services/problem'

/** What some hand-ins would come to with another verdict; nothing is decided by it. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  body: VerdictPreviewBody,
  handle({ db, exercise, params, body }) {
    const sheet = SHEETS.find(name => name === params.sheet)
    if (!sheet) throw notFound()
    return previewVerdict(db, exercise.id, { rule: params.rule!, sheet }, body)
  },
})
