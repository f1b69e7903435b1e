import type { TakingAnswer } from '#shared/answers'
import { IDLE_MS } from '#shared/queue'
import type { Db } from '../repositories/database'
import type { HandIn } from '../repositories/hand-ins'
import { letGo, listTakings, takeInHand } from '../repositories/sharing'

export const idleSince = (now: Date): Date => new Date(now.getTime() - IDLE_MS)

/**
 * A hand-in that somebody opens at the desk is softly theirs: others see by whom it is looked at, read along, and
 * may take it over. It forbids nothing; what two decide at once is told apart by versions. Whoever takes one lets
 * their others go.
 */
export async function takeSoftly(
  db: Db,
  { id, exerciseId }: Pick<HandIn, 'id' | 'exerciseId'>,
  by: string,
  over: boolean,
  now: Date,
): Promise<TakingAnswer> {
  const since = idleSince(now)
  const holder = await takeInHand(db, { handInId: id, by, at: now, since, over })
  await letGo(db, exerciseId, by, holder.id === by ? id : null)
  return {
    holder: holder.id === by ? null : holder.name,
    others: await inHandOfOthers(db, exerciseId, by, now),
  }
}

/** What others have in hand, by hand-in. */
export async function inHandOfOthers(
  db: Db,
  exerciseId: string,
  personId: string,
  now: Date,
): Promise<Record<string, string>> {
  const takings = await listTakings(db, exerciseId, idleSince(now))
  return Object.fromEntries(
    [...takings].filter(([, { id }]) => id !== personId).map(([handInId, { name }]) => [handInId, name]),
  )
}
