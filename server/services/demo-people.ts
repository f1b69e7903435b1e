import type { SessionAnswer } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findPersonByEmail } from '../repositories/people'

/** People who are one click away, in the demo only: set by the start command, by e-mail. */
const SHOWN: readonly { readonly email: string; readonly what: string }[] = [
  { email: 'ada.brandvold@skarholm.example', what: 'instructor' },
  { email: 'bo.achterberg@skarholm.example', what: 'assistant' },
  { email: 'ilse.nygaard@skarholm.example', what: 'student, marks released' },
  { email: 'wen.zhao@skarholm.example', what: 'student, nothing handed in yet' },
]

export function isDemo(): boolean {
  return process.env.NOMENKLATURA_DEMO === 'true'
}

export async function demoPeople(db: Db): Promise<SessionAnswer['demoPeople'][number][]> {
  if (!isDemo()) return []
  const found = await Promise.all(
    SHOWN.map(async ({ email, what }) => {
      const person = await findPersonByEmail(db, email)
      return person ? [{ name: person.name, email, what }] : []
    }),
  )
  return found.flat()
}
