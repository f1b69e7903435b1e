import { setResponseHeaders } from 'h3'
import { STAFF, defineRoute } from '../../../../auth/route'
import { findExportFile } from '../../../../repositories/exports'
import { latestRevision } from '../../../../repositories/exercises'
import { notFound } from '../../../../services/problem'
import { fileNameOf } from '#shared/words'

/** The file that a person asked for, once it is made. */
export default defineRoute({
  access: { to: 'exercise', allow: STAFF },
  handle: async ({ db, event, exercise, person }) => {
    const [file, { document }] = await Promise.all([
      findExportFile(db, exercise.id, person.id),
      latestRevision(db, exercise.id),
    ])
    if (!file) throw notFound()
    setResponseHeaders(event, {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="${fileNameOf(document.title)}.zip"`,
    })
    return file
  },
})
