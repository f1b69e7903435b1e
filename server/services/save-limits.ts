import type { Db } from '../repositories/database'
import { storedBytes, thinRevisions } from '../repositories/worksheets'
import { Refusal } from './problem'

/** Four sheets typed in without a pause are 60 saves a minute. */
const MOST_SAVES_A_MINUTE = 240
const MOST_BYTES_A_PERSON = 200_000_000
const MINUTE_MS = 60_000

const saves = new Map<string, { since: number; count: number }>()

/** Refuses more saves in a minute than anybody types: a program runs wild. Counted in this process. */
export function countSave(personId: string, now: Date): void {
  const at = now.getTime()
  const known = saves.get(personId)
  const window = known && at - known.since < MINUTE_MS && at >= known.since ? known : { since: at, count: 0 }
  window.count++
  if (saves.size > 10_000) saves.clear()
  saves.set(personId, window)
  if (window.count > MOST_SAVES_A_MINUTE)
    throw new Refusal(
      429,
      'too-many-saves',
      'Too many saves within a minute. What you wrote is kept in this browser, and is sent in a moment.',
    )
}

/** Refuses what one person has no room for; before that, the oldest steps of this worksheet are thinned. */
export async function checkRoom(
  db: Db,
  personId: string,
  {
    worksheetId,
    content,
    storedBytes: stored,
    now,
  }: { worksheetId: string; content: string; storedBytes: number; now: Date },
): Promise<void> {
  const needed = Buffer.byteLength(content)
  if (stored + needed <= MOST_BYTES_A_PERSON) return
  await thinRevisions(db, { from: new Date(0), until: now, worksheetId })
  if ((await storedBytes(db, personId)) + needed > MOST_BYTES_A_PERSON)
    throw new Refusal(
      413,
      'no-room',
      'There is no more room for your worksheets here: ask your instructor. What you wrote is kept in this browser.',
    )
}
