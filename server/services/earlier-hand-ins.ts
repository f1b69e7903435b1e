import type { FeedbackAnswer } from '#shared/answers'
import type { Verdict } from '@nomenklatura/core/rules'
import type { Db } from '../repositories/database'
import { findReleased, handInsOf, listDecisions, listReleases, type HandIn } from '../repositories/hand-ins'
import { findMarkingById } from '../repositories/markings'
import { overridesOf } from './class-state'

/** The hand-ins before one whose marks were told, and what the last of them came to by rule and sheet. */
export interface Earlier {
  readonly handIns: FeedbackAnswer['earlier']
  readonly verdictOf: (rule: string, sheet: string) => Verdict | null
}

export async function earlierHandIns(
  db: Db,
  { id, exerciseId, personId, attempt }: HandIn,
): Promise<Earlier> {
  const all = (await handInsOf(db, exerciseId, personId)).filter(
    other => other.attempt < attempt && other.id !== id,
  )
  const releases = await listReleases(
    db,
    all.map(other => other.id),
  )
  const told = all.flatMap(({ id: earlier, number, handedInAt }) => {
    const release = releases.get(earlier)
    return release && release.takenBackAt === null
      ? [{ id: earlier, number, handedInAt, got: release.points.got, of: release.points.of }]
      : []
  })
  const last = told.at(-1)
  const verdicts = last ? await verdictsOf(db, last.id) : new Map<string, Verdict>()
  return { handIns: told, verdictOf: (rule, sheet) => verdicts.get(`${rule} ${sheet}`) ?? null }
}

/** As they were told: with what was decided by hand until then. */
async function verdictsOf(db: Db, handInId: string): Promise<Map<string, Verdict>> {
  const released = (await findReleased(db, handInId))!
  const { verdicts } = await findMarkingById(db, released.markingId)
  const overrides =
    released.told?.overrides ??
    overridesOf(await listDecisions(db, [handInId])).filter(({ at }) => at <= released.releasedAt)
  return new Map(
    verdicts.cells.map(({ rule, sheet, verdict }) => [
      `${rule} ${sheet}`,
      overrides.find(other => other.rule === rule && other.sheet === sheet)?.verdict ?? verdict,
    ]),
  )
}
