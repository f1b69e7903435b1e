import { setResponseHeaders } from 'h3'
import { STAFF, defineRoute } from '../../../../auth/route'
import { notFound } from '../../../../services/problem'
import { isResultsKind, resultsAs } from '../../../../services/results-file'

/** The results of an exercise as a file to be saved. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ db, event, exercise, params }) => {
    if (!isResultsKind(params.kind)) throw notFound()
    const { name, type, bytes } = await resultsAs(db, exercise, params.kind)
    setResponseHeaders(event, {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename="${name}"`,
    })
    return Buffer.from(bytes)
  },
})
