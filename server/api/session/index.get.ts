import type { SessionAnswer } from '#shared/answers'
import { defineRoute } from '../../auth/route'
import { personIdOf } from '../../auth/session'
import { countPeople, findPerson } from '../../repositories/people'
import { demoPeople } from '../../services/demo-people'

export default defineRoute({
  access: { to: 'anyone' },
  async handle({ event, db }): Promise<SessionAnswer> {
    const id = await personIdOf(event)
    const person = id ? await findPerson(db, id) ?? null : null
    return { person, needsFirstPerson: person === null && await countPeople(db) === 0, demoPeople: person ? [] : await demoPeople(db) }
  },
})
