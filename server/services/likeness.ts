import type { LikenessAnswer } from '#shared/answers'
import { compute } from '../pool/compute'
import type { Db } from '../repositories/database'
import { listAnswers } from '../repositories/hand-ins'
import { listMissed } from '../repositories/markings'
import { classState } from './class-state'
import { mistakeKey } from './mistakes'

/** Several hundred scripts are read for it. */
const LIKENESS_MS = 30_000

/** Hand-ins alike beyond what the exercise explains, with what they share, both as each wrote it. */
export async function showLikeness(db: Db, exerciseId: string): Promise<LikenessAnswer> {
  const { revision, handIns, markings } = await classState(db, exerciseId)
  const [answers, missed] = await Promise.all([
    listAnswers(
      db,
      handIns.map(({ id }) => id),
    ),
    listMissed(
      db,
      [...markings.values()].map(({ id }) => id),
    ),
  ])
  const pairs = await compute(
    'likeness',
    {
      document: revision.document,
      handIns: handIns.map(({ id }) => ({
        id,
        answer: answers.get(id)!,
        mistakes: missed
          .filter(({ handInId }) => handInId === id)
          .map(cell => ({
            key: mistakeKey(cell),
            as: `Rule ${cell.rule.slice(1)}, ${cell.sheet}: ${cell.verdict}`,
          })),
      })),
    },
    { ms: LIKENESS_MS },
  )
  const names = new Map(handIns.map(({ id, name }) => [id, name]))
  return {
    compared: handIns.length,
    pairs: pairs.map(({ ids: [a, b], shared }) => ({
      handIns: [
        { id: a, name: names.get(a) ?? '' },
        { id: b, name: names.get(b) ?? '' },
      ],
      shared,
    })),
  }
}
