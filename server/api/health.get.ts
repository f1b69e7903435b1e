import { defineRoute } from '../auth/route'

export default defineRoute({
  access: { to: 'anyone' },
  async handle({ db }) {
    await db.raw('SELECT 1')
    return { ok: true }
  },
})
