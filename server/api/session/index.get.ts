import type { SessionAnswer } from '#shared/answers'
import { defineRoute } from '../../auth/route'
import { personOf } from '../../auth/session'
import { countPeople } from '../../repositories/people'
import { demoPeople } from '../../services/demo-people'

export default defineRoute({
  access: { to: 'anyone' },
  async handle({ event, db, now }): Promise<SessionAnswer> {
    const person = (await personOf(event, db, now)) ?? null
    return {
      person,
      needsFirstPerson: person === null && (await countPeople(db)) === 0,
      demoPeople: person ? [] : await demoPeople(db),
    }
  },
})
