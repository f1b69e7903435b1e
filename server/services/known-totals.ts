import type { MarkingSummary, Override, Total } from '@nomenklatura/core/marking'
import type { Exercise, Revision } from '../repositories/exercises'
import type { GivenLine, StoredOverride } from '#shared/answers'
import { lateLoss } from './student-state'
import { totalOf, type ByHand } from './marking'

/**
 * Markings, decisions and what is given never change, they are added to; so what a marking comes to with some of
 * them never changes either, and is kept by their keys. The oldest go.
 */
const known = new Map<string, Total>()
const MOST_KNOWN = 30_000

function remember(key: string, total: Total): Total {
  if (known.size >= MOST_KNOWN)
    for (const old of [...known.keys()].slice(0, MOST_KNOWN / 5)) known.delete(old)
  known.set(key, total)
  return total
}

/** What was decided and given by hand, with what tells one decision from the next. */
export interface KnownByHand extends ByHand {
  readonly overrides: readonly (Override & Pick<StoredOverride, 'version'>)[]
  readonly given: readonly GivenLine[]
}

/** What tells one total from another. */
export function totalKey(
  exercise: Exercise,
  { id, number }: Pick<Revision, 'id' | 'number'>,
  markingId: string,
  { overrides, given }: KnownByHand,
  lateBySeconds: number,
): string {
  const parts = [markingId, id, number, lateLoss(exercise, lateBySeconds)]
  for (const { rule, sheet, version } of overrides) parts.push(rule, sheet, version)
  for (const { criterion, at, thousandths } of given) parts.push(criterion, at, thousandths)
  return parts.join(' ')
}

/** The total that is known under a key; undefined where it is to be worked out. */
export const knownTotal = (key: string): Total | undefined => known.get(key)

/** What a marking comes to, worked out once. */
export function totalOnce(
  exercise: Exercise,
  revision: Pick<Revision, 'id' | 'number' | 'document'>,
  { id, ...summary }: MarkingSummary & { readonly id: string },
  byHand: KnownByHand,
  lateBySeconds: number,
): Total {
  const key = totalKey(exercise, revision, id, byHand, lateBySeconds)
  return known.get(key) ?? remember(key, totalOf(exercise, revision, summary, byHand, lateBySeconds))
}
