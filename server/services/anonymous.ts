import { handInNumber } from '#shared/words'
import type { Exercise } from '../repositories/exercises'
import type { ListedHandIn, Release } from '../repositories/hand-ins'

/**
 * The name under which who marks sees a hand-in: where an exercise is marked without names, its number, until its
 * marks are told. The one place where this is decided.
 */
export function nameShown(
  { isAnonymous }: Pick<Exercise, 'isAnonymous'>,
  { number, name }: Pick<ListedHandIn, 'number' | 'name'>,
  release: Pick<Release, 'takenBackAt'> | undefined,
): string {
  const isTold = release !== undefined && release.takenBackAt === null
  return isAnonymous && !isTold ? handInNumber(number) : name
}

/** Hand-ins under the names that are shown. */
export function underShownNames<Listed extends ListedHandIn>(
  exercise: Pick<Exercise, 'isAnonymous'>,
  handIns: readonly Listed[],
  releases: ReadonlyMap<string, Release>,
): readonly Listed[] {
  if (!exercise.isAnonymous) return handIns
  return handIns
    .map(handIn => ({ ...handIn, name: nameShown(exercise, handIn, releases.get(handIn.id)) }))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
}
